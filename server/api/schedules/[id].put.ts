import { ChangeScheduleRequest } from '../../../shared/requests'
import { changeSchedule, listSchedules } from '../../jobs/schedules'

export default route('administrator', async ({ event, db, account }) => {
  changeSchedule(db, account, part(event, 'id'), await body(event, ChangeScheduleRequest))
  return listSchedules(db)
})
