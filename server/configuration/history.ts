import { desc, eq } from 'drizzle-orm'
import { differences } from '../../core/configuration'
import type { Comparison, EarlierConfiguration, Published } from '../../shared/answers'
import type { Tx } from '../database/connection'
import { configurations } from '../database/schema'
import { Refusal } from '../refusal'
import { published } from './published'

/** Every configuration that was ever in force, the newest first, without what is in them. */
export function configurationHistory(tx: Tx): EarlierConfiguration[] {
  return tx
    .select({
      id: configurations.id,
      at: configurations.at,
      personName: configurations.personName,
      comment: configurations.comment,
    })
    .from(configurations)
    .orderBy(desc(configurations.id))
    .all()
}

/** One of the configurations there have been. @throws Refusal where there is none of that number. */
export function configurationRow(tx: Tx, id: number): Published {
  const row = tx.select().from(configurations).where(eq(configurations.id, id)).get()
  if (!row)
    throw new Refusal('not-found', `there is no configuration ${id}; the newest is ${published(tx).id}`)
  return row
}

/** What is different between two configurations, in words, and the two themselves. */
export function compareConfigurations(tx: Tx, from: number, to: number): Comparison {
  const [before, after] = [configurationRow(tx, from).configuration, configurationRow(tx, to).configuration]
  return { differences: differences(before, after), before, after }
}
