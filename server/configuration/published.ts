import { eq } from 'drizzle-orm'
import type { Configuration } from '../../core/configuration'
import type { Published } from '../../shared/answers'
import { now } from '../clock'
import type { Tx } from '../database/connection'
import { configurations } from '../database/schema'
import { Refusal } from '../refusal'
import { statements } from './statements'

let cache: Published | undefined

/** The configuration in force. Parsed once per published one. @throws Refusal where the vault has none yet. */
export function published(tx: Tx): Published {
  const newest = statements(tx).newest.get()
  if (!newest)
    throw new Refusal('conflict', 'this vault has no configuration yet: make the demo data, or import one')
  if (cache?.id !== newest.id || cache.at !== newest.at)
    cache = tx.select().from(configurations).where(eq(configurations.id, newest.id)).get()!
  return cache
}

/** Adds a configuration as the newest one, without asking. */
export function insertConfiguration(
  tx: Tx,
  row: { id: number; configuration: Configuration; personName: string; comment: string | null; at?: string },
): void {
  tx.insert(configurations)
    .values({ ...row, at: row.at ?? now() })
    .run()
}
