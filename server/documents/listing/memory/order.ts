import { type SQL, sql } from 'drizzle-orm'
import { consistently, type Db, type Tx } from '../../../database/connection'
import { columnOf, type Order, orderBy, type Position, positionColumns } from '../order'
import type { Found } from '../rows'
import { inList } from '../scope'
import { type KnownUpTo, lastMove, sharedNumbers } from './moves'

/** The sorts by what a document says itself; the others go by its place. */
export const sortsInMemory = ['number', 'title', 'revision', 'changed'] as const
export type SortInMemory = (typeof sortsInMemory)[number]

/** The rows of all documents, sorted up, and beside each its place: eight bytes a document. */
export interface RowOrder extends KnownUpTo {
  rows: Int32Array
  places: Int32Array
}

const up = (sort: SortInMemory): Order => ({ sort, descending: false })

/** Room for the ids of places beside a row in one number, which is read in half the time of two. */
const placesAtMost = 2 ** 20

/** Reads an order along its index, into memory that threads share. Under a second for a million documents. */
export function readOrder(db: Db, sort: SortInMemory): RowOrder {
  return consistently(db, () => {
    const count = db.$client.prepare('select count(*) from documents').pluck().get() as number
    const [rows, places] = [sharedNumbers(count), sharedNumbers(count)]
    const by = [columnOf(up(sort)), 'number'].filter(Boolean).join(', ')
    const along = `select rowid * ${placesAtMost} + place from documents order by ${by}`
    let at = 0
    for (const both of db.$client.prepare(along).pluck().iterate() as IterableIterator<number>) {
      rows[at] = Math.floor(both / placesAtMost)
      places[at++] = both % placesAtMost
    }
    return { upTo: lastMove(db), rows, places }
  })
}

/**
 * An order after some rows moved: what moved is left out, and put behind the row that now comes before it. One look at
 * the index for each, and one pass over all rows.
 */
export function renewedOrder(
  tx: Tx,
  sort: SortInMemory,
  { rows, places }: RowOrder,
  moved: number[],
): Pick<RowOrder, 'rows' | 'places'> {
  const there = positionsOf(tx, sort, moved)
  const followers = new Map(there.map((found) => [rowBefore(tx, sort, found, '<') ?? nothing, found]))
  const [newRows, newPlaces] = [rows, places].map(({ length }) => new Int32Array(length + there.length))
  let count = 0
  const put = (row: number, place: number) => {
    newRows![count] = row
    newPlaces![count++] = place
  }
  const putFollowersOf = (row: number) => {
    for (let next = followers.get(row); next; next = followers.get(next.row)) put(next.row, next.place)
  }
  const marks = marksOf(tx, moved, [...followers.keys()])
  putFollowersOf(nothing)
  for (let at = 0; at < rows.length; at++) {
    const row = rows[at]!
    if (marks[row] === hasMoved) continue
    put(row, places[at]!)
    if (marks[row] === isFollowed) putFollowersOf(row)
  }
  return { rows: newRows!.subarray(0, count), places: newPlaces!.subarray(0, count) }
}

/** Stands for the row before the first one. */
const nothing = -1
const [isFollowed, hasMoved] = [1, 2]

/** What is to be done about each row. What moved comes with whatever it now follows, so it is left out by itself. */
function marksOf(tx: Tx, moved: number[], followed: number[]): Uint8Array {
  const highest = tx.$client.prepare('select ifnull(max(rowid), 0) from documents').pluck().get() as number
  const marks = new Uint8Array(moved.reduce((most, row) => Math.max(most, row), highest) + 1)
  for (const row of followed) if (row !== nothing) marks[row] = isFollowed
  for (const row of moved) marks[row] = hasMoved
  return marks
}

/** Where rows stand now, in their order; those that were removed are not among them. */
export const positionsOf = (tx: Tx, sort: SortInMemory, rows: number[]) =>
  tx.all<
    Found & { place: number }
  >(sql`select documents.rowid as "row", place, ${positionColumns(up(sort))} from documents
    where documents.rowid in ${inList(rows)} order by ${orderBy(up(sort))}`)

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
