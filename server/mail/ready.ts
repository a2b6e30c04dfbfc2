import { asc, eq } from 'drizzle-orm'
import type { Tx } from '../database/connection'
import { documents, outbox, people } from '../database/schema'
import { documentColumns } from '../documents/columns'
import { seenBy } from '../documents/rights'
import { ownOrigin } from '../settings/address'
import { aboutIn } from './about'
import { digestOf } from './digest'

type Row = typeof outbox.$inferSelect

/** The problem noted with a letter that is not sent. */
export const notSent = 'not sent: its reader has left, or may not see any more what it is about'

/**
 * The reason against sending a letter now: its reader has left, or may no longer see its document. An address that
 * belongs to no person of the vault passes, since the configuration names it.
 */
export function reasonAgainstSending(
  tx: Tx,
  { recipient, link, about }: Pick<Row, 'recipient' | 'link' | 'about'>,
): string | undefined {
  const reader = tx.select().from(people).where(eq(people.mail, recipient)).get()
  if (!reader) return undefined
  if (!reader.active) return notSent
  const isSeen = seenBy(tx, reader)
  const number = aboutIn(link)
  const rows = [
    ...(number === undefined ? [] : [row(tx, eq(documents.number, number))]),
    ...(about ?? []).map((id) => row(tx, eq(documents.id, id))),
  ]
  return rows.every((one) => one && isSeen(one)) ? undefined : notSent
}

const row = (tx: Tx, where: ReturnType<typeof eq>) =>
  tx.select(documentColumns).from(documents).where(where).get()

/** A letter as it goes out now. A digest keeps only the parts that its reader may still see. */
export function asItGoesOut(tx: Tx, letter: Row): Row | { problem: string } {
  const problem = reasonAgainstSending(tx, letter)
  if (problem) return { problem }
  const parts = tx.select().from(outbox).where(eq(outbox.digest, letter.id)).orderBy(asc(outbox.id)).all()
  if (!parts.length) return letter
  const told = parts.filter((part) => part.problem === null && !reasonAgainstSending(tx, part))
  return told.length
    ? { ...letter, ...digestOf(letter.recipient, told, ownOrigin(tx)) }
    : { problem: notSent }
}
