import { CommentQuery } from '../../../../shared/requests'
import { documentRow, requireRights } from '../../../services/documents'
import { revisionChain } from '../../../services/revisions'

/** What a new revision would do to a document and to each above it. */
export default route('person', ({ event, db, account }) => {
  const number = part(event, 'number')
  requireRights(db, account, documentRow(db, number), ['see'])
  const { comment } = query(event, CommentQuery)
  return revisionChain(db, account, number, comment)
})
