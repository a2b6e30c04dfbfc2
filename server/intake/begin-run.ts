import { eq } from 'drizzle-orm'
import { record } from '../audit/trail'
import { atomically, type Db } from '../database/connection'
import { intakes } from '../database/schema'
import type { Account } from '../directory/people'
import { Refusal } from '../refusal'
import { intakePage } from './queries'
import type { Intake } from './rows'

/** Marks an intake as being run. @throws Refusal where nothing is ready, or it has not been read. */
export function beginRun(db: Db, person: Account, id: string): Intake {
  return atomically(db, (tx) => {
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
    return intake
  })
}
