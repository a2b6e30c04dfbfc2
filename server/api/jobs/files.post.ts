import { FileWorkRequest } from '../../../shared/requests'
import { queueFileWork } from '../../jobs/file-work'

/** Queues work on the files of a set of documents. */
export default route('administrator', async ({ event, db, account }) => ({
  id: queueFileWork(db, account, { ...(await body(event, FileWorkRequest)) }),
}))
