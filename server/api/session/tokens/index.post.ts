import { TokenRequest } from '../../../../shared/requests'
import { addToken } from '../../../sessions/tokens'

/** Makes a token; its secret is told here, once. */
export default route('person', async ({ event, db, account }) =>
  addToken(db, account, await body(event, TokenRequest)),
)
