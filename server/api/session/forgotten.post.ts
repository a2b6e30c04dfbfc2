import { ForgottenRequest } from '../../../shared/requests'
import { sendForgotten } from '../../sessions/links'

/** Sends a link to whoever has forgotten their password; the answer is the same where there is nobody. */
export default route('everybody', async ({ event, db }) => {
  const { mail } = await body(event, ForgottenRequest)
  await sendForgotten(db, mail, requestPlace(event), originOf(event, false))
  return { sent: true }
})
