import { CommentQuery } from '../../../../shared/requests'
import { seenRow } from '../../../documents/rights'

/** What a new revision would do to a document and to each above it. */
export default route('person', ({ event, db, account, computer }) => {
  const { number } = seenRow(db, account, part(event, 'number'))
  return computer.compute('new-revision', { account, number, ...query(event, CommentQuery) })
})
