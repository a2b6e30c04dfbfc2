import { DocumentsQuery } from '../../../shared/requests'
import { listDocuments } from '../../services/vault-query'

export default route('person', ({ event, db, account }) =>
  listDocuments(db, account, query(event, DocumentsQuery)),
)
