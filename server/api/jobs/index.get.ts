import { listJobs } from '../../jobs/queries'

export default route('administrator', ({ db }) => listJobs(db))
