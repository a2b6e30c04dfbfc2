import { listSchedules } from '../../jobs/schedules'

export default route('administrator', ({ db }) => listSchedules(db))
