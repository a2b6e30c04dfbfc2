import { RecordRequest } from '../../../../shared/requests'
import { editRecord } from '../../../services/documents'

export default route('person', async ({ event, db, account }) => {
  const { change, values } = await body(event, RecordRequest)
  editRecord(db, account, part(event, 'number'), change, values)
  return { done: true }
})
