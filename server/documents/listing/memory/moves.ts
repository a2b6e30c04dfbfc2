import { oncePerConnection, type Tx } from '../../../database/connection'
import { bounds } from '../bounds'

/** A copy of what the database says of all documents, and the last move (`document_moves`) that it contains. */
export interface KnownUpTo {
  upTo: number
}

/** Makes an array of numbers in memory that threads share. */
export const sharedNumbers = (length: number) =>
  new Int32Array(new SharedArrayBuffer(length * Int32Array.BYTES_PER_ELEMENT))

const statements = oncePerConnection(({ $client }) => ({
  highest: $client.prepare('select ifnull(max(rowid), 0) from documents').pluck(),
  last: $client.prepare('select ifnull(max(id), 0) from document_moves').pluck(),
  since: $client.prepare('select distinct row from document_moves where id > ?').pluck(),
}))

/** Returns the id of the newest move. */
export const lastMove = (tx: Tx): number => statements(tx).last.get() as number

/** Returns the highest row of a document. */
export const highestRow = (tx: Tx): number => statements(tx).highest.get() as number

/** Counts the moves that a copy does not contain yet. */
export const movesSince = (tx: Tx, { upTo }: KnownUpTo): number => lastMove(tx) - upTo

/**
 * Takes the newer of two copies and renews the rows that have moved since. Returns null if there is no copy, or if so
 * many rows have moved that the table is faster.
 */
export function upToDate<Known extends KnownUpTo>(
  tx: Tx,
  own: Known | undefined,
  given: Known | undefined,
  renew: (known: Known, rows: number[], last: number) => Known,
): Known | null {
  const known = own && given ? (own.upTo < given.upTo ? given : own) : (own ?? given)
  if (!known) return null
  const moves = movesSince(tx, known)
  if (moves < 0 || moves > bounds.moves) return null
  if (moves === 0) return known
  return renew(known, statements(tx).since.all(known.upTo) as number[], known.upTo + moves)
}
