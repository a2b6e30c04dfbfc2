import { CommentQuery } from '../../../../shared/requests'
import { revisionChain } from '../../../documents/acts/revise'
import { seenRow } from '../../../documents/rights'

/** What a new revision would do to a document and to each above it. */
export default route('person', ({ event, db, account }) => {
  const { number } = seenRow(db, account, part(event, 'number'))
  return revisionChain(db, account, number, query(event, CommentQuery).comment)
})
