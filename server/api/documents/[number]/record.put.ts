import { RecordRequest } from '../../../../shared/requests'
import { editRecord } from '../../../documents/acts/edit-record'

export default route('person', async ({ event, db, account }) => {
  const { change, values } = await body(event, RecordRequest)
  editRecord(db, account, { number: part(event, 'number'), change }, values)
  return { done: true }
})
