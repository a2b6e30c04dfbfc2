import { sessionsOf } from '../../sessions/sessions'

/** The browsers in which the caller is signed in. */
export default route('person', ({ event, db, account }) =>
  sessionsOf(db, account.id, token(event, 'session') ?? ''),
)
