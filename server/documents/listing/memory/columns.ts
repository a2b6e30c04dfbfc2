import { sql } from 'drizzle-orm'
import { consistently, type Db, type Tx } from '../../../database/connection'
import { inList } from '../scope'
import { highestRow, type KnownUpTo, lastMove, sharedNumbers } from './moves'

/** The texts that lists ask of each document besides its place and its label. */
const texts = ['owner', 'creator', 'intake'] as const
type Text = (typeof texts)[number]

/**
 * What lists ask of each document besides its place and its label, by its row: texts as numbers that stand for them,
 * 0 where there is none. Twelve bytes a document.
 */
export interface RowColumns extends KnownUpTo {
  codes: Record<Text, Int32Array>
  /** The texts, from the one that 1 stands for: as JSON, since threads share bytes. */
  names: Uint8Array
}

/** As a thread has them. */
export interface OwnColumns extends Omit<RowColumns, 'names'> {
  codeOf: Map<string, number>
  /** Whether others read the same memory, so that it is copied before it changes. */
  isShared: boolean
}

/** Reads the columns along their indexes, into memory that threads share. */
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

/** The number of a text; it is given one where it has none. */
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

/** The columns as a thread asks them. */
export function ownColumns({ names, ...columns }: RowColumns): OwnColumns {
  // A decoder takes no shared memory.
  const known = JSON.parse(new TextDecoder().decode(names.slice())) as string[]
  return { ...columns, codeOf: new Map(known.map((text, at) => [text, at + 1])), isShared: true }
}

/** The columns after some rows moved: read anew of these alone. */
export function renewedColumns(tx: Tx, known: OwnColumns, moved: number[], upTo: number): OwnColumns {
  const isTooSmall = moved.some((row) => row >= known.codes.owner.length)
  const columns = known.isShared || isTooSmall ? copied(tx, known) : known
  for (const { row, ...found } of rowsOf(tx, moved))
    for (const text of texts) columns.codes[text][row] = codeFor(columns.codeOf, found[text])
  return { ...columns, upTo }
}

/** How many rows are given room at once that were not there before. */
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
