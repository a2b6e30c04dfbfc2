import { now } from '../clock'
import type { Tx } from '../database/connection'
import { outbox } from '../database/schema'

/** A letter to one address. */
export interface Letter {
  recipient: string
  subject: string
  /** Paragraphs, as plain text. */
  body: string
  /** The address that leads to what it is about. */
  link?: string
  /** The ids of the documents in its text, if its link leads to none of them. */
  about?: string[]
  /** Whether it opens the vault: what it says is emptied once it is out. */
  secret?: boolean
  /** Whether it waits for the digest of a day. */
  gathered?: boolean
}

/** Puts a letter where the sender finds it, in the transaction of the act that it tells of. @returns its number. */
export function putInOutbox(tx: Tx, letter: Letter): number {
  const at = now()
  const { lastInsertRowid } = tx
    .insert(outbox)
    .values({ ...letter, at, nextAt: letter.gathered ? null : at })
    .run()
  return Number(lastInsertRowid)
}
