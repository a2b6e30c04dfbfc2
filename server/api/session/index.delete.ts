import { endSession } from '../../sessions/sessions'

/** Signs out: the session ends on the server too, so that a copy of the cookie is worth nothing. */
export default route('everybody', ({ event, db }) => {
  const session = token(event, 'session')
  if (session) endSession(db, session)
  dropToken(event, 'session')
  return { signedOut: true }
})
