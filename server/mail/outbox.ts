import type { Tx } from '../database/connection'
import { now } from '../clock'
import { outbox } from '../database/schema'

/** A letter to one address. */
export interface Letter {
  recipient: string
  subject: string
  body: string
}

/** Puts a letter where the sender finds it, in the transaction of the act that it tells of. */
export function putInOutbox(tx: Tx, letter: Letter): void {
  tx.insert(outbox)
    .values({ ...letter, at: now(), nextAt: now() })
    .run()
}
