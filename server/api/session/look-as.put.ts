import { LookAsRequest } from '../../../shared/requests'
import { beginLookingAs } from '../../sessions/look-as'

/** Looks at the vault as somebody else; nothing can be changed until one looks as oneself again. */
export default route('administrator', async ({ event, db, account }) => {
  const { person } = await body(event, LookAsRequest)
  return beginLookingAs(db, account, token(event, 'session'), person)
})
