import { timingSafeEqual } from 'node:crypto'
import { clock } from '../clock'
import { ownOrigin } from '../settings/address'
import type { Tx } from '../database/connection'
import { hashOf, newToken } from '../sessions/secrets'

/** How long a set-up link is good, in milliseconds. */
const lasts = 3_600_000

/** Where a set-up link leads. */
export const setUpAddress = (tx: Tx, secret: string): string => `${ownOrigin(tx)}/set-up?link=${secret}`

/**
 * The link by which the first administrator comes in. It is kept in memory alone: each start of the server makes a new
 * one, and an earlier one is good no more.
 */
export class SetUpLink {
  private hash: string | undefined
  private until = 0

  /** Makes a new secret, which is told once. */
  renew(): string {
    const secret = newToken()
    this.hash = hashOf(secret)
    this.until = clock.now().getTime() + lasts
    return secret
  }

  isGood(secret: string): boolean {
    if (!this.hash || clock.now().getTime() >= this.until) return false
    return timingSafeEqual(Buffer.from(hashOf(secret)), Buffer.from(this.hash))
  }
}
