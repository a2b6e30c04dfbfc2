import { heirsOfTask } from '../../../tasks/acts'

/** Those to whom a task could be handed over. */
export default route('person', ({ event, db, account }) => heirsOfTask(db, account, part(event, 'id')))
