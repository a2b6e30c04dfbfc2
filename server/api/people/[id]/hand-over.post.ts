import { HandOverRequest } from '../../../../shared/requests'
import { handOver } from '../../../directory/hand-over'

/** Gives what is somebody’s to somebody else, some documents at a time; asked again while some are left. */
export default route('administrator', async ({ event, db, account }) => {
  const { to, comment } = await body(event, HandOverRequest)
  return handOver(db, account, part(event, 'id'), to, comment)
})
