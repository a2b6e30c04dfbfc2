import { FireRequest } from '../../../../shared/requests'
import { askPassword } from '../../../documents/acts/ask-password'
import { fire } from '../../../documents/acts/fire'

/** Fires a transition, or signs one that is fired by quorum. */
export default route('person', async ({ event, db, account }) => {
  const { transition, comment, seat, change, password } = await body(event, FireRequest)
  const number = part(event, 'number')
  await askPassword(db, account, { number, transition, password, place: requestPlace(event) })
  return fire(db, account, { number, change }, transition, comment, seat)
})
