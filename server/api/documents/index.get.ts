import { DocumentsQuery } from '../../../shared/requests'

export default route('person', ({ event, computer, lists, account }) => {
  const asked = { ...query(event, DocumentsQuery) }
  return computer.compute('list-documents', { account, query: asked, given: lists.for(asked) })
})
