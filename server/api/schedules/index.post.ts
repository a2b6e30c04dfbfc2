import { ScheduleRequest } from '../../../shared/requests'
import { setSchedule } from '../../jobs/schedules'

export default route('administrator', async ({ event, db, account }) => ({
  id: setSchedule(db, account, await body(event, ScheduleRequest)),
}))
