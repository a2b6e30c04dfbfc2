import { WaiverQuery } from '../../../shared/requests'
import { allWaivers, takeWaiverBack } from '../../configuration/waivers'

export default route('administrator', ({ event, db, account }) => {
  takeWaiverBack(db, account, query(event, WaiverQuery).key)
  return allWaivers(db)
})
