import { eq } from 'drizzle-orm'
import type { Tx } from '../database/connection'
import { accessTokens, sessions, signInLinks } from '../database/schema'

/**
 * Ends the sessions, tokens and links of a person for good, and stops others from looking as them. Reactivating the
 * person brings none of it back.
 */
export function endAllOf(tx: Tx, personId: string): void {
  tx.delete(sessions).where(eq(sessions.personId, personId)).run()
  tx.delete(accessTokens).where(eq(accessTokens.personId, personId)).run()
  tx.delete(signInLinks).where(eq(signInLinks.personId, personId)).run()
  tx.update(sessions).set({ lookingAs: null }).where(eq(sessions.lookingAs, personId)).run()
}
