import { WithdrawRequest } from '../../../../shared/requests'
import { withdraw } from '../../../documents/acts/withdraw'

/** Takes one’s own signature back. */
export default route('person', async ({ event, db, account }) => {
  const { transition, comment, change } = await body(event, WithdrawRequest)
  withdraw(db, account, { number: part(event, 'number'), change }, transition, comment)
  return { ok: true }
})
