import { oncePerConnection, type Tx } from '../../../database/connection'
import { bounds } from '../bounds'

/** Something known of all documents, as it was after a move (`document_moves`). */
export interface KnownUpTo {
  upTo: number
}

/** Numbers in memory that threads share. */
export const sharedNumbers = (length: number) =>
  new Int32Array(new SharedArrayBuffer(length * Int32Array.BYTES_PER_ELEMENT))

const statements = oncePerConnection(({ $client }) => ({
  highest: $client.prepare('select ifnull(max(rowid), 0) from documents').pluck(),
  last: $client.prepare('select ifnull(max(id), 0) from document_moves').pluck(),
  since: $client.prepare('select distinct row from document_moves where id > ?').pluck(),
}))

/** The newest move. */
export const lastMove = (tx: Tx): number => statements(tx).last.get() as number

/** The highest row that a document has. */
export const highestRow = (tx: Tx): number => statements(tx).highest.get() as number

/** How many moves there were since one. */
export const movesSince = (tx: Tx, { upTo }: KnownUpTo): number => lastMove(tx) - upTo

/**
 * The newer one of what a thread has and what it was given, brought up to date by the rows that moved since; null
 * where there is neither, or so many have moved that it is no use.
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
