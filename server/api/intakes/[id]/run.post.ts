import { atomically } from '../../../database/connection'
import { eq } from 'drizzle-orm'
import { intakes } from '../../../database/schema'
import { record } from '../../../services/audit'
import { Refusal } from '../../../services/errors'
import { intakePage } from '../../../services/intakes'

/** Queues the run of what is ready; after a stop, of the rest. */
export default route('administrator', ({ event, db, runner, account }) => {
  const id = part(event, 'id')
  if (runner.isBusy(id)) throw new Refusal(409, 'the intake is at work already')
  const { intake, documents } = intakePage(db, id)
  if (intake.stage === 'new') throw new Refusal(409, 'the archive has not been read yet')
  if (intake.fault) throw new Refusal(409, intake.fault)
  if (!documents.ready) throw new Refusal(409, 'no document of this intake is ready to be brought in')
  atomically(db, (tx) => {
    tx.update(intakes).set({ stage: 'running' }).where(eq(intakes.id, id)).run()
    record(tx, account, {
      action: 'run intake',
      subject: { kind: 'intake', id, name: intake.name },
      after: documents,
    })
  })
  runner.enqueue({ kind: 'intake-run', subject: id, subjectName: intake.name, personId: account.id })
  return intakePage(db, id)
})
