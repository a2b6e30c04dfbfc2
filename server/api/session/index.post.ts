import { SignInRequest } from '../../../shared/requests'
import { signIn } from '../../sessions/sign-in'

export default route('everybody', async ({ event, db }) => {
  const { mail, password } = await body(event, SignInRequest)
  const { account, session, browser } = await signIn(db, {
    ...{ mail, password },
    place: requestPlace(event),
    browser: token(event, 'browser'),
    agent: getHeader(event, 'user-agent'),
  })
  keepToken(event, 'session', session)
  if (browser) keepToken(event, 'browser', browser)
  return { id: account.id, name: account.name, administrator: account.administrator }
})
