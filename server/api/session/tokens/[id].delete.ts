import { revokeToken } from '../../../sessions/tokens'

export default route('person', ({ event, db, account }) => {
  revokeToken(db, account, account.id, part(event, 'id'))
  return { revoked: true }
})
