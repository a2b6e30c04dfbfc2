import { JobLinesQuery } from '../../../../shared/requests'
import { linesOf } from '../../../jobs/file-work'

/** What became of the documents of a job that works through many. */
export default route('administrator', ({ event, db }) =>
  linesOf(db, part(event, 'id'), query(event, JobLinesQuery)),
)
