import { sql } from 'drizzle-orm'
import { consistently, type Db, type Tx } from '../../../database/connection'
import { inList } from '../scope'
import { type KnownUpTo, lastMove } from './moves'

/** The texts that lists ask of each document besides its place. */
const texts = ['owner', 'creator', 'revision', 'intake'] as const
type Text = (typeof texts)[number]

/**
 * What lists ask of each document, by its row: its place, and texts as numbers that stand for them. 0 where there is
 * none. Twenty bytes a document.
 */
export interface RowColumns extends KnownUpTo {
  place: Int32Array
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

const shared = (length: number) =>
  new Int32Array(new SharedArrayBuffer(length * Int32Array.BYTES_PER_ELEMENT))

/** Reads the columns along their indexes, into memory that threads share. */
export function readColumns(db: Db): RowColumns {
  return consistently(db, () => {
    const length = highestRow(db) + 1
    const codeOf = new Map<string, number>()
    const place = shared(length)
    for (const [row, at] of alongIndex<number>(db, 'place')) place[row] = at
    const codes = Object.fromEntries(
      texts.map((text) => [text, codesOf(db, text, shared(length), codeOf)]),
    ) as RowColumns['codes']
    return { upTo: lastMove(db), place, codes, names: written([...codeOf.keys()]) }
  })
}

const highestRow = (tx: Tx): number =>
  tx.$client.prepare('select ifnull(max(rowid), 0) from documents').pluck().get() as number

const alongIndex = <Value>(db: Db, column: string) =>
  db.$client
    .prepare(`select rowid, ${column} from documents where ${column} is not null order by ${column}`)
    .raw()
    .iterate() as IterableIterator<[row: number, value: Value]>

function codesOf(db: Db, text: Text, codes: Int32Array, codeOf: Map<string, number>): Int32Array {
  let last = { value: '', code: 0 }
  for (const [row, value] of alongIndex<string>(db, text)) {
    if (value !== last.value) last = { value, code: codeFor(codeOf, value) }
    codes[row] = last.code
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
  const texts = JSON.parse(new TextDecoder().decode(names.slice())) as string[]
  return { ...columns, codeOf: new Map(texts.map((text, at) => [text, at + 1])), isShared: true }
}

/** The columns after some rows moved: read anew of these alone. */
export function renewedColumns(tx: Tx, known: OwnColumns, moved: number[], upTo: number): OwnColumns {
  const columns = known.isShared || moved.some((row) => row >= known.place.length) ? copied(tx, known) : known
  for (const row of moved) columns.place[row] = 0
  for (const found of rowsOf(tx, moved)) {
    columns.place[found.row] = found.place
    for (const text of texts) columns.codes[text][found.row] = codeFor(columns.codeOf, found[text])
  }
  return { ...columns, upTo }
}

/** How many rows are given room at once that were not there before. */
const room = 50_000

function copied(tx: Tx, { place, codes, codeOf, ...known }: OwnColumns): OwnColumns {
  const length = Math.max(place.length, highestRow(tx) + 1) + room
  const copy = (column: Int32Array) => {
    const larger = new Int32Array(length)
    larger.set(column)
    return larger
  }
  const copies = Object.fromEntries(texts.map((text) => [text, copy(codes[text])])) as RowColumns['codes']
  return { ...known, place: copy(place), codes: copies, codeOf: new Map(codeOf), isShared: false }
}

type MovedRow = { row: number; place: number } & Record<Text, string | null>

const rowsOf = (tx: Tx, rows: number[]): MovedRow[] =>
  tx.all<MovedRow>(sql`select rowid as "row", place, owner, creator, revision, intake from documents
    where place is not null and rowid in ${inList(rows)}`)
