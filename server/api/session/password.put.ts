import { PasswordRequest } from '../../../shared/requests'
import { changePassword } from '../../sessions/sign-in'

/** Another password; all other sessions of the person end. */
export default route('person', async ({ event, db, account }) => {
  const { current, wanted } = await body(event, PasswordRequest)
  const session = token(event, 'session') ?? ''
  await changePassword(db, account, { current, wanted, place: requestPlace(event), session })
  return { changed: true }
})
