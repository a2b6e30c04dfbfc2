import { clock } from '../clock'

/** In seconds: the head start of a step of priority, and by how much a try that came to nothing puts a job back. */
const headStart = 60
const setBack = 300

/** When the turn of a job comes that waits from now on: the earlier moment first. */
export const turnOf = (priority: number, attempts = 0): string =>
  new Date(clock.now().getTime() + (attempts * setBack - priority * headStart) * 1000).toISOString()
