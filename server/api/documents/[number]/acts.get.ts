import { CommentQuery } from '../../../../shared/requests'

/**
 * Every transition of the document's lifecycle that starts where it stands, with what it would do or every
 * reason against.
 */
export default route('person', ({ event, computer, account }) => {
  const { comment } = query(event, CommentQuery)
  return computer.compute('possible-acts', { account, number: part(event, 'number'), comment })
})
