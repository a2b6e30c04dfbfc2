import { type SQL, sql } from 'drizzle-orm'
import { consistently, type Db, type Tx } from '../../../database/connection'
import { columnOf, type Order, orderBy, type Position, positionColumns } from '../order'
import type { DocumentSort } from '../query'
import type { Found } from '../rows'
import { inList } from '../scope'
import { GrowingKinds, type Kinds, readKinds } from './kinds'
import { highestRow, type KnownUpTo, lastMove, sharedNumbers } from './moves'

/** These sorts compare columns of the documents themselves. The other sorts compare their places. */
export const sortsInMemory = ['number', 'title', 'revision', 'changed'] as const
export type SortInMemory = (typeof sortsInMemory)[number]

/** Returns the order that serves a sort. A sort by places needs the numbers within each place. */
export const sortInMemory = (sort: DocumentSort): SortInMemory =>
  sort === 'state' || sort === 'folder' ? 'number' : sort

/**
 * The rows of all documents in ascending order, and the kind of each. Marks along the way hold how many rows of each
 * kind come before them. They tell between which marks a page lies, and a walk over a few thousand rows finds it.
 * An order takes eight bytes per document and 260 per kind.
 */
export interface RowOrder extends KnownUpTo {
  rows: Int32Array
  kinds: Int32Array
  known: Kinds
  /** The counts of all kinds at the first mark, then at the second, and so on. */
  counts: Int32Array
}
type Content = Omit<RowOrder, 'upTo'>

/** An order is cut into this many stretches. A mark stands at each end of a stretch. */
export const marks = 64
/** Returns the number of rows between two marks. */
export const stretchOf = (rows: number): number => Math.max(1, Math.ceil(rows / marks))

const up = (sort: SortInMemory): Order => ({ sort, descending: false })

/** Reads an order along its index into memory that threads share. A million documents take a second or two. */
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
 * Renews an order after some rows have moved. The index names the row that now comes before each moved row. One pass
 * over all rows takes the moved ones out and puts each behind the row before it.
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

/** Stands for the row before the first. */
const nothing = -1
const [isFollowed, hasMoved] = [1, 2]

/** Marks each row that moved, and each row that a moved one now follows. Where both are true, it has moved. */
function whatToDo(tx: Tx, moved: number[], followed: number[]): Uint8Array {
  const what = new Uint8Array(moved.reduce((most, row) => Math.max(most, row), highestRow(tx)) + 1)
  for (const row of followed) if (row !== nothing) what[row] = isFollowed
  for (const row of moved) what[row] = hasMoved
  return what
}

/** Where a document now stands. */
type Standing = Found & { place: number; revision: string | null }

/** Finds where rows now stand, in order. It leaves out rows that were removed. */
export const positionsOf = (tx: Tx, sort: SortInMemory, rows: number[]): Standing[] =>
  tx.all<Standing>(sql`select documents.rowid as "row", place, revision, ${positionColumns(up(sort))}
    from documents where documents.rowid in ${inList(rows)} order by ${orderBy(up(sort))}`)

/** Returns the row right before a position. With `<=` it may be the row at the position itself. */
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
