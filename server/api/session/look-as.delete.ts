import { lookAs } from '../../sessions/sessions'

/** Looks as oneself again. */
export default route('person', ({ event, db }) => {
  const session = token(event, 'session')
  if (session) lookAs(db, session, null)
  return { looking: false }
})
