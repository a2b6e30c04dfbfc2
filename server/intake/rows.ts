import { eq } from 'drizzle-orm'
import type { Tx } from '../database/connection'
import { intakes } from '../database/schema'
import { Refusal } from '../refusal'

export type Intake = typeof intakes.$inferSelect

/** @throws Refusal where there is no such intake. */
export function intakeRow(tx: Tx, id: string): Intake {
  const row = tx.select().from(intakes).where(eq(intakes.id, id)).get()
  if (!row) throw new Refusal('not-found', `there is no intake “${id}”`)
  return row
}
