import { asc, eq } from 'drizzle-orm'
import type { Tx } from '../database/connection'
import { documents, outbox, people } from '../database/schema'
import { documentColumns } from '../documents/columns'
import { seenBy } from '../documents/rights'
import { aboutIn } from './about'
import { digestOf } from './digest'

type Row = typeof outbox.$inferSelect

/** What is noted of a letter that nobody gets any more. */
export const notSent = 'not sent: its reader has left, or may not see any more what it is about'

/**
 * Why a letter does not go out, asked at the moment of sending: its reader may have left since it was written, or may
 * not see what it is about any more. Addresses that are nobody’s here are asked nothing: a notice names them.
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

/** A letter as it goes out now: a digest with those of its letters alone that its reader may still read. */
export function asItGoesOut(tx: Tx, letter: Row): Row | { problem: string } {
  const problem = reasonAgainstSending(tx, letter)
  if (problem) return { problem }
  const parts = tx.select().from(outbox).where(eq(outbox.digest, letter.id)).orderBy(asc(outbox.id)).all()
  if (!parts.length) return letter
  const told = parts.filter((part) => part.problem === null && !reasonAgainstSending(tx, part))
  return told.length ? { ...letter, ...digestOf(letter.recipient, told) } : { problem: notSent }
}
