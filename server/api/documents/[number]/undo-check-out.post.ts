import { ChangeRequest } from '../../../../shared/requests'
import { undoCheckOut } from '../../../documents/acts/check-out'

export default route('person', async ({ event, db, account }) => {
  undoCheckOut(db, account, { number: part(event, 'number'), ...(await body(event, ChangeRequest)) })
  return { done: true }
})
