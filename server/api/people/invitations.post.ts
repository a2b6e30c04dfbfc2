import { InvitationRequest } from '../../../shared/requests'
import { invite } from '../../sessions/links'

/** Invites people who have not signed in yet, by letter or with links to hand over. */
export default route('administrator', async ({ event, db, account }) =>
  invite(db, account, await body(event, InvitationRequest), originOf(event, true)),
)
