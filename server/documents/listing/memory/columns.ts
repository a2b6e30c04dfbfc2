import { sql } from 'drizzle-orm'
import { consistently, type Db, type Tx } from '../../../database/connection'
import { inList } from '../scope'
import { highestRow, type KnownUpTo, lastMove, sharedNumbers } from './moves'

/** Lists filter by these texts of a document, besides its place and its label. */
const texts = ['owner', 'creator', 'intake'] as const
type Text = (typeof texts)[number]

/**
 * The columns that lists filter by. Each row holds a number for each of its texts, or 0 if it has none: twelve bytes
 * per document.
 */
export interface RowColumns extends KnownUpTo {
  codes: Record<Text, Int32Array>
  /** The texts in the order of their numbers, from 1 on. They are JSON, because threads share bytes alone. */
  names: Uint8Array
}

/** The columns of one thread. */
export interface OwnColumns extends Omit<RowColumns, 'names'> {
  codeOf: Map<string, number>
  /** Whether other threads read the same memory. It is then copied before it changes. */
  isShared: boolean
}

/** Reads the columns into memory that threads share. Each column has an index. */
export function readColumns(db: Db): RowColumns {
  return consistently(db, () => {
    const length = highestRow(db) + 1
    const codeOf = new Map<string, number>()
    const codes = columnsOf((text) => codesOf(db, text, length, codeOf))
    return { upTo: lastMove(db), codes, names: written([...codeOf.keys()]) }
  })
}

const columnsOf = (make: (text: Text) => Int32Array) =>
  Object.fromEntries(texts.map((text) => [text, make(text)])) as RowColumns['codes']

function codesOf({ $client }: Db, text: Text, length: number, codeOf: Map<string, number>): Int32Array {
  const codes = sharedNumbers(length)
  const values = $client.prepare(`select distinct ${text} from documents where ${text} is not null`).pluck()
  const rows = $client.prepare(`select rowid from documents where ${text} = ?`).pluck()
  for (const value of values.all() as string[]) {
    const code = codeFor(codeOf, value)
    for (const row of rows.iterate(value) as IterableIterator<number>) codes[row] = code
  }
  return codes
}

/** Returns the number of a text. A new text takes the next number. */
function codeFor(codeOf: Map<string, number>, value: string | null): number {
  if (value === null) return 0
  const known = codeOf.get(value) ?? codeOf.size + 1
  codeOf.set(value, known)
  return known
}

function written(names: string[]): Uint8Array {
  const bytes = new TextEncoder().encode(JSON.stringify(names))
  const copy = new Uint8Array(new SharedArrayBuffer(bytes.length))
  copy.set(bytes)
  return copy
}

/** Prepares shared columns for one thread. */
export function ownColumns({ names, ...columns }: RowColumns): OwnColumns {
  // A decoder takes no shared memory.
  const known = JSON.parse(new TextDecoder().decode(names.slice())) as string[]
  return { ...columns, codeOf: new Map(known.map((text, at) => [text, at + 1])), isShared: true }
}

/** Reads the columns of moved rows again and keeps the others as they are. */
export function renewedColumns(tx: Tx, known: OwnColumns, moved: number[], upTo: number): OwnColumns {
  const isTooSmall = moved.some((row) => row >= known.codes.owner.length)
  const columns = known.isShared || isTooSmall ? copied(tx, known) : known
  for (const { row, ...found } of rowsOf(tx, moved))
    for (const text of texts) columns.codes[text][row] = codeFor(columns.codeOf, found[text])
  return { ...columns, upTo }
}

/** A copy has room for this many new rows. */
const room = 50_000

function copied(tx: Tx, { codes, codeOf, ...known }: OwnColumns): OwnColumns {
  const length = Math.max(codes.owner.length, highestRow(tx) + 1) + room
  const copies = columnsOf((text) => {
    const larger = new Int32Array(length)
    larger.set(codes[text])
    return larger
  })
  return { ...known, codes: copies, codeOf: new Map(codeOf), isShared: false }
}

type MovedRow = { row: number } & Record<Text, string | null>

const rowsOf = (tx: Tx, rows: number[]): MovedRow[] =>
  tx.all<MovedRow>(sql`select rowid as "row", owner, creator, intake from documents
    where rowid in ${inList(rows)}`)
