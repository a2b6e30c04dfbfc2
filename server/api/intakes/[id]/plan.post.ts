import { beginPlan } from '../../../intake/begin-run'
import { intakePage } from '../../../intake/queries'

/** Plans anew what has not been brought in. */
export default route('administrator', ({ event, db, account }) => {
  const id = part(event, 'id')
  beginPlan(db, account, id)
  return intakePage(db, id)
})
