import { beginRun } from '../../../intake/begin-run'
import { intakePage } from '../../../intake/queries'

/** Queues the run of what is ready; after a stop, of the rest. */
export default route('administrator', ({ event, db, account }) => {
  const id = part(event, 'id')
  beginRun(db, account, id)
  return intakePage(db, id)
})
