import { eq } from 'drizzle-orm'
import type { Tx } from '../database/connection'
import { intakes } from '../database/schema'
import { isBusy } from '../jobs/queue'
import { Refusal } from '../refusal'

export type Intake = typeof intakes.$inferSelect

/** @throws Refusal where there is no such intake. */
export function intakeRow(tx: Tx, id: string): Intake {
  const row = tx.select().from(intakes).where(eq(intakes.id, id)).get()
  if (!row) throw new Refusal('not-found', `there is no intake “${id}”`)
  return row
}

/** @throws Refusal while a job of the intake waits or is under way. */
export function requireIdle(tx: Tx, id: string): void {
  if (isBusy(tx, id))
    throw new Refusal('conflict', 'the intake is at work: wait until its job has ended, or stop it')
}
