import { JobLinesQuery } from '../../../../shared/requests'
import { linesOf } from '../../../jobs/file-work'

/** What became of the documents of a job that works through many. */
export default route('administrator', ({ event, db, account }) =>
  linesOf(db, account, part(event, 'id'), query(event, JobLinesQuery)),
)
