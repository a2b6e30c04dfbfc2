import { AdoptRequest } from '../../../shared/requests'
import { adopt } from '../../documents/acts/adopt'

export default route('person', async ({ event, db, account }) => {
  const { documents, comment } = await body(event, AdoptRequest)
  adopt(db, account, documents, comment)
  return { adopted: documents.length }
})
