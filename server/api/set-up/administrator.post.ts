import { FirstAdministratorRequest } from '../../../shared/requests'
import { takeSetUpLink } from '../../set-up/administrator'

/** Makes the first administrator by the set-up link, and signs them in. */
export default route('everybody', async ({ event, db, setUpLink }) => {
  const asked = await body(event, FirstAdministratorRequest)
  const { account, session, browser } = await takeSetUpLink(db, setUpLink, asked)
  keepToken(event, 'session', session)
  keepToken(event, 'browser', browser)
  return { id: account.id, name: account.name, administrator: account.administrator }
})
