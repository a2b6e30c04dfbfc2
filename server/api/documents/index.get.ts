import { DocumentsQuery } from '../../../shared/requests'
import { listDocuments } from '../../documents/list'

export default route('person', ({ event, db, account }) =>
  listDocuments(db, account, query(event, DocumentsQuery)),
)
