import { ChangeRequest } from '../../../../shared/requests'
import { undoCheckOut } from '../../../services/documents'

export default route('person', async ({ event, db, account }) => {
  undoCheckOut(db, account, part(event, 'number'), (await body(event, ChangeRequest)).change)
  return { done: true }
})
