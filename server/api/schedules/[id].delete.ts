import { dropSchedule, listSchedules } from '../../jobs/schedules'

export default route('administrator', ({ event, db, account }) => {
  dropSchedule(db, account, part(event, 'id'))
  return listSchedules(db)
})
