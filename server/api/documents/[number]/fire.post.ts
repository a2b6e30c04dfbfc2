import { FireRequest } from '../../../../shared/requests'
import { fire } from '../../../documents/acts/fire'

export default route('person', async ({ event, db, account }) => {
  const { transition, comment, seat, change } = await body(event, FireRequest)
  return fire(db, account, { number: part(event, 'number'), change }, transition, comment, seat)
})
