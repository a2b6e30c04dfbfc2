import { DocumentsQuery } from '../../../shared/requests'

export default route('person', ({ event, computer, account }) =>
  computer.compute('list-documents', { account, query: { ...query(event, DocumentsQuery) } }),
)
