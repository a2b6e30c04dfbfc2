import { eq } from 'drizzle-orm'
import { record } from '../audit/trail'
import { atomically, type Db } from '../database/connection'
import { intakes } from '../database/schema'
import type { Account } from '../directory/people'
import { enqueue, isBusy } from '../jobs/queue'
import { Refusal } from '../refusal'
import { intakePage } from './queries'
import { requireIdle } from './rows'

/** Marks an intake as being run, and queues the run. @throws Refusal where nothing is ready, or it is at work. */
export function beginRun(db: Db, person: Account, id: string): void {
  atomically(db, (tx) => {
    requireIdle(tx, id)
    const { intake, documents } = intakePage(tx, id)
    if (intake.stage === 'new') throw new Refusal('conflict', 'the archive has not been read yet')
    if (intake.fault) throw new Refusal('conflict', intake.fault)
    if (!documents.ready)
      throw new Refusal('conflict', 'no document of this intake is ready to be brought in')
    tx.update(intakes).set({ stage: 'running' }).where(eq(intakes.id, id)).run()
    record(tx, person, {
      code: 'run-intake',
      action: 'run intake',
      subject: { kind: 'intake', id, name: intake.name },
      after: documents,
    })
    enqueue(tx, { kind: 'intake-run', subject: id, subjectName: intake.name, personId: person.id })
  })
}

/**
 * Queues the plan of what has not been brought in, after a run that was stopped, or that left documents behind.
 * @throws Refusal where it has not been read, or is at work.
 */
export function beginPlan(db: Db, person: Account, id: string): void {
  atomically(db, (tx) => {
    requireIdle(tx, id)
    const { intake } = intakePage(tx, id)
    if (intake.stage === 'new') throw new Refusal('conflict', 'the archive has not been read yet')
    tx.update(intakes).set({ stage: 'read' }).where(eq(intakes.id, id)).run()
    record(tx, person, {
      code: 'settle-intake',
      action: 'plan again',
      subject: { kind: 'intake', id, name: intake.name },
    })
    enqueue(tx, { kind: 'intake-plan', subject: id, subjectName: intake.name, personId: person.id })
  })
}

/** Queues the reading of an archive that was stopped or failed. @throws Refusal where it has been read. */
export function beginReading(db: Db, person: Account, id: string): void {
  atomically(db, (tx) => {
    const { intake } = intakePage(tx, id)
    if (intake.stage !== 'new' || isBusy(tx, id))
      throw new Refusal('conflict', 'the archive has been read, or is being read')
    enqueue(tx, { kind: 'intake-read', subject: id, subjectName: intake.name, personId: person.id })
  })
}
