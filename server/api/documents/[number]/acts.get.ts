import { CommentQuery } from '../../../../shared/requests'
import { possibleActs } from '../../../documents/possible-acts'

/**
 * Every transition of the document's lifecycle that starts where it stands, with what it would do or every
 * reason against.
 */
export default route('person', ({ event, db, account }) =>
  possibleActs(db, account, part(event, 'number'), query(event, CommentQuery).comment),
)
