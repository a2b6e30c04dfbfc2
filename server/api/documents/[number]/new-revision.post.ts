import { NewRevisionRequest } from '../../../../shared/requests'
import { newRevision } from '../../../services/revisions'

export default route('person', async ({ event, db, account }) => {
  const { documents, comment } = await body(event, NewRevisionRequest)
  newRevision(db, account, documents, comment)
  return { revised: documents.map(({ number }) => number) }
})
