import { record } from '../../../audit/trail'
import { atomically } from '../../../database/connection'
import { endSessionById } from '../../../sessions/sessions'

/** Ends one of the caller’s sessions. */
export default route('person', ({ event, db, account }) =>
  atomically(db, (tx) => {
    endSessionById(tx, account.id, part(event, 'id'))
    record(tx, account, {
      code: 'end-session',
      action: 'end a session',
      subject: { kind: 'person', id: account.id, name: account.name },
    })
    return { ended: true }
  }),
)
