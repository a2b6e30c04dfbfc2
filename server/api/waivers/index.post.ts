import { WaiverRequest } from '../../../shared/requests'
import { allWaivers, waive } from '../../configuration/waivers'

export default route('administrator', async ({ event, db, computer, account }) => {
  const { code, key, reason } = await body(event, WaiverRequest)
  const { findings } = await computer.compute('check-draft', null)
  waive(db, account, findings, code, key, reason)
  return allWaivers(db)
})
