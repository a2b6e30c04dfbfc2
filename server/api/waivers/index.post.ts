import { WaiverRequest } from '../../../shared/requests'
import { allWaivers, waive } from '../../configuration/waivers'

export default route('administrator', async ({ event, db, account }) => {
  const { code, key, reason } = await body(event, WaiverRequest)
  waive(db, account, code, key, reason)
  return allWaivers(db)
})
