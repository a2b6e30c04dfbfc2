import { NewRevisionRequest } from '../../../../shared/requests'
import { revise } from '../../../documents/acts/revise'

export default route('person', async ({ event, db, account }) => {
  const { documents, comment } = await body(event, NewRevisionRequest)
  revise(db, account, documents, comment)
  return { revised: documents.map(({ number }) => number) }
})
