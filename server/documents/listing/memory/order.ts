import { type SQL, sql } from 'drizzle-orm'
import { consistently, type Db, type Tx } from '../../../database/connection'
import { columnOf, type Order, orderBy, type Position, positionColumns } from '../order'
import type { DocumentSort } from '../query'
import type { Found } from '../rows'
import { inList } from '../scope'
import { GrowingKinds, type Kinds, readKinds } from './kinds'
import { highestRow, type KnownUpTo, lastMove, sharedNumbers } from './moves'

/** The sorts by what a document says itself; the others go by its place. */
export const sortsInMemory = ['number', 'title', 'revision', 'changed'] as const
export type SortInMemory = (typeof sortsInMemory)[number]

/** The sort by which an order is found: what goes by places goes by numbers within each. */
export const sortInMemory = (sort: DocumentSort): SortInMemory =>
  sort === 'state' || sort === 'folder' ? 'number' : sort

/**
 * The rows of all documents, sorted up, with the kind of each beside it, and how many of each kind come before each of
 * some marks on the way. So it is known at once between which marks a page lies, and a few thousand rows are gone
 * through to find it. Eight bytes a document, and 256 a kind.
 */
export interface RowOrder extends KnownUpTo {
  rows: Int32Array
  kinds: Int32Array
  known: Kinds
  /** Mark after mark, the counts of all kinds. */
  counts: Int32Array
}
type Content = Omit<RowOrder, 'upTo'>

/** The marks between the first, where nothing comes before, and the last, where everything does. */
export const marks = 64
/** How many rows lie between two marks. */
export const stretchOf = (rows: number): number => Math.max(1, Math.ceil(rows / marks))

const up = (sort: SortInMemory): Order => ({ sort, descending: false })

/** Reads an order along its index, into memory that threads share. A second or two for a million documents. */
export function readOrder(db: Db, sort: SortInMemory): RowOrder {
  return consistently(db, () => {
    const count = db.$client.prepare('select count(*) from documents').pluck().get() as number
    const [rows, kinds] = [sharedNumbers(count), sharedNumbers(count)]
    const { known, kindOf } = readKinds(db)
    const by = [columnOf(up(sort)), 'number'].filter(Boolean).join(', ')
    const along = db.$client.prepare(`select rowid from documents order by ${by}`).pluck()
    let at = 0
    for (const row of along.iterate() as IterableIterator<number>) {
      rows[at] = row
      kinds[at++] = kindOf[row]!
    }
    const counts = sharedNumbers((marks + 1) * known.places.length)
    return { upTo: lastMove(db), rows, kinds, known, counts: countedAlong(kinds, known, counts) }
  })
}

function countedAlong(kinds: Int32Array, { places }: Kinds, counts: Int32Array): Int32Array {
  const stretch = stretchOf(kinds.length)
  const before = new Int32Array(places.length)
  for (let mark = 0; mark <= marks; mark++) {
    counts.set(before, mark * places.length)
    const end = Math.min((mark + 1) * stretch, kinds.length)
    for (let at = mark * stretch; at < end; at++) before[kinds[at]!]!++
  }
  return counts
}

/**
 * An order after some rows moved: what moved is left out, and put behind the row that now comes before it. One look at
 * the index for each, and one pass over all rows.
 */
export function renewedOrder(tx: Tx, sort: SortInMemory, order: RowOrder, moved: number[]): Content {
  const there = positionsOf(tx, sort, moved)
  const followers = new Map(there.map((found) => [rowBefore(tx, sort, found, '<') ?? nothing, found]))
  const growing = new GrowingKinds(order.known)
  const [rows, kinds] = [order.rows, order.kinds].map(({ length }) => new Int32Array(length + there.length))
  let count = 0
  const put = (row: number, kind: number) => {
    rows![count] = row
    kinds![count++] = kind
  }
  const putFollowersOf = (row: number) => {
    for (let next = followers.get(row); next; next = followers.get(next.row))
      put(next.row, growing.of(next.place, next.revision))
  }
  const whatOf = whatToDo(tx, moved, [...followers.keys()])
  putFollowersOf(nothing)
  for (let at = 0; at < order.rows.length; at++) {
    const row = order.rows[at]!
    if (whatOf[row] === hasMoved) continue
    put(row, order.kinds[at]!)
    if (whatOf[row] === isFollowed) putFollowersOf(row)
  }
  return counted(rows!.subarray(0, count), kinds!.subarray(0, count), growing.known())
}

const counted = (rows: Int32Array, kinds: Int32Array, known: Kinds): Content => ({
  rows,
  kinds,
  known,
  counts: countedAlong(kinds, known, new Int32Array((marks + 1) * known.places.length)),
})

/** Stands for the row before the first one. */
const nothing = -1
const [isFollowed, hasMoved] = [1, 2]

/** What is to be done about each row. What moved comes with whatever it now follows, so it is left out by itself. */
function whatToDo(tx: Tx, moved: number[], followed: number[]): Uint8Array {
  const what = new Uint8Array(moved.reduce((most, row) => Math.max(most, row), highestRow(tx)) + 1)
  for (const row of followed) if (row !== nothing) what[row] = isFollowed
  for (const row of moved) what[row] = hasMoved
  return what
}

/** A document as it stands now. */
type Standing = Found & { place: number; revision: string | null }

/** Where rows stand now, in their order; those that were removed are not among them. */
export const positionsOf = (tx: Tx, sort: SortInMemory, rows: number[]): Standing[] =>
  tx.all<Standing>(sql`select documents.rowid as "row", place, revision, ${positionColumns(up(sort))}
    from documents where documents.rowid in ${inList(rows)} order by ${orderBy(up(sort))}`)

/** The row that comes right before a position, or stands on it where that is asked for. */
export function rowBefore(
  tx: Tx,
  sort: SortInMemory,
  { value, number }: Position,
  than: '<' | '<=',
): number | undefined {
  const column = columnOf(up(sort))
  const last = sql.raw(`select rowid as "row" from documents where`)
  const down = sql`order by ${orderBy({ sort, descending: true })} limit 1`
  const before = (where: SQL) => tx.get<{ row: number }>(sql`${last} ${where} ${down}`)?.row
  const is = sql.raw(than)
  if (!column) return before(sql`number ${is} ${number}`)
  const empty = sql.raw(`${column} is null`)
  if (value === null) return before(sql`${empty} and number ${is} ${number}`)
  return before(sql`(${sql.raw(column)}, number) ${is} (${value}, ${number})`) ?? before(empty)
}
