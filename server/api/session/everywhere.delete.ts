import { endSessionsOf } from '../../sessions/sessions'

/** Ends all sessions of whoever asks, this one too. */
export default route('person', ({ event, db, account }) => {
  endSessionsOf(db, account.id)
  dropToken(event, 'session')
  return { signedOut: true }
})
