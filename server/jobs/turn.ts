import { clock } from '../clock'

/** The head start for one step of priority, and the setback for one failed try, in seconds. */
const headStart = 60
const setBack = 300

/** The sort key of a job that is queued now, as an ISO time; the earliest comes first. */
export const turnOf = (priority: number, attempts = 0): string =>
  new Date(clock.now().getTime() + (attempts * setBack - priority * headStart) * 1000).toISOString()
