import { intakePage } from '../../../intake/queries'
import { Refusal } from '../../../refusal'

/** Goes on reading an archive whose reading was stopped or failed. */
export default route('administrator', ({ event, db, runner, account }) => {
  const id = part(event, 'id')
  const { intake } = intakePage(db, id)
  if (intake.stage !== 'new' || runner.isBusy(id))
    throw new Refusal('conflict', 'the archive has been read, or is being read')
  runner.enqueue({ kind: 'intake-read', subject: id, subjectName: intake.name, personId: account.id })
  return intakePage(db, id)
})
