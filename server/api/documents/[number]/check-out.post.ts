import { ChangeRequest } from '../../../../shared/requests'
import { checkOut } from '../../../documents/acts/check-out'

export default route('person', async ({ event, db, account }) => {
  checkOut(db, account, { number: part(event, 'number'), ...(await body(event, ChangeRequest)) })
  return { done: true }
})
