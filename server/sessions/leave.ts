import { eq } from 'drizzle-orm'
import type { Tx } from '../database/connection'
import { accessTokens, sessions, signInLinks } from '../database/schema'

/**
 * Ends everything by which somebody reaches the vault, or others look at it as they do: sessions, tokens, links. None
 * of it comes back with the person.
 */
export function endAllOf(tx: Tx, personId: string): void {
  tx.delete(sessions).where(eq(sessions.personId, personId)).run()
  tx.delete(accessTokens).where(eq(accessTokens.personId, personId)).run()
  tx.delete(signInLinks).where(eq(signInLinks.personId, personId)).run()
  tx.update(sessions).set({ lookingAs: null }).where(eq(sessions.lookingAs, personId)).run()
}
