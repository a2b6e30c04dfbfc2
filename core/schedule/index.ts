export { type Reading, readSchedule, scheduleInWords } from './schedule'
