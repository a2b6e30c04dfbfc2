import { queueAgain } from '../../../jobs/queue'

/** Puts a job that failed or was stopped into the queue again. */
export default route('administrator', ({ event, db }) => {
  queueAgain(db, part(event, 'id'))
  return { queued: true }
})
