import { FireRequest } from '../../../../shared/requests'
import { fire } from '../../../services/documents'

export default route('person', async ({ event, db, account }) => {
  const { transition, comment, change } = await body(event, FireRequest)
  return fire(db, account, part(event, 'number'), transition, comment, change)
})
