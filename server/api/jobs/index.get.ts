import type { JobStatus } from '../../../shared/answers'
import { JobsQuery } from '../../../shared/requests'
import { listJobs } from '../../jobs/queries'

const statuses: Record<NonNullable<JobsQuery['status']>, JobStatus[]> = {
  open: ['queued', 'running'],
  failed: ['failed'],
  ended: ['done', 'stopped', 'failed'],
}

/** The queue and what has come out of it, the newest first. */
export default route('administrator', ({ event, db, account }) => {
  const { status, ...rest } = query(event, JobsQuery)
  return listJobs(db, account, { ...rest, status: status && statuses[status] })
})
