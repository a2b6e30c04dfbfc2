import { WhenQuery } from '../../../shared/requests'
import { asWritten } from '../../jobs/schedules'

/** What a schedule means while it is written: its words and its next three times. */
export default route('administrator', ({ event, db }) => asWritten(db, query(event, WhenQuery).when))
