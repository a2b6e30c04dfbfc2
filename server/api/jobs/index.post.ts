import { QueueJobRequest } from '../../../shared/requests'
import { queueReady } from '../../jobs/queries'

/** Queues one of the ready jobs now. */
export default route('administrator', async ({ event, db, account }) => {
  const { kind, ...input } = await body(event, QueueJobRequest)
  return { id: queueReady(db, account, kind, input) }
})
