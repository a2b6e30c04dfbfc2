import { beginRun } from '../../../intake/begin-run'
import { intakePage } from '../../../intake/queries'
import { Refusal } from '../../../refusal'

/** Queues the run of what is ready; after a stop, of the rest. */
export default route('administrator', ({ event, db, runner, account }) => {
  const id = part(event, 'id')
  if (runner.isBusy(id)) throw new Refusal('conflict', 'the intake is at work already')
  const { name } = beginRun(db, account, id)
  runner.enqueue({ kind: 'intake-run', subject: id, subjectName: name, personId: account.id })
  return intakePage(db, id)
})
