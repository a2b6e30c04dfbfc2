import { ChangeRequest } from '../../../../shared/requests'
import { checkOut } from '../../../services/documents'

export default route('person', async ({ event, db, account }) => {
  checkOut(db, account, part(event, 'number'), (await body(event, ChangeRequest)).change)
  return { done: true }
})
