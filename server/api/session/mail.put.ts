import { eq } from 'drizzle-orm'
import { MailWhenRequest } from '../../../shared/requests'
import { people } from '../../database/schema'

/** When mail is sent to the caller, besides what asks for an act of theirs. */
export default route('person', async ({ event, db, account }) => {
  const { mailWhen } = await body(event, MailWhenRequest)
  db.update(people).set({ mailWhen }).where(eq(people.id, account.id)).run()
  return { mailWhen }
})
