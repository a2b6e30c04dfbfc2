import { personPage } from '../../../directory/person'

/** What is somebody’s: what they have checked out, and what belongs to them. */
export default route('administrator', ({ event, db, account }) => personPage(db, account, part(event, 'id')))
