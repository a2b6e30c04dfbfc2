import { stopJob } from '../../../jobs/queue'

export default route('administrator', ({ event, db }) => {
  stopJob(db, part(event, 'id'))
  return { asked: true }
})
