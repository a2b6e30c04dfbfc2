import { tokensOf } from '../../../sessions/tokens'

/** The caller’s tokens for scripts. */
export default route('person', ({ db, account }) => tokensOf(db, account.id))
