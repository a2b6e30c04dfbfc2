import { LinkRequest } from '../../../shared/requests'
import { usePasswordLink } from '../../sessions/links'

/** Chooses a password by a link that was sent, and signs in. */
export default route('everybody', async ({ event, db }) => {
  const asked = await body(event, LinkRequest)
  const { account, session, browser } = await usePasswordLink(db, { ...asked, place: requestPlace(event) })
  keepToken(event, 'session', session)
  keepToken(event, 'browser', browser)
  return { id: account.id, name: account.name, administrator: account.administrator }
})
