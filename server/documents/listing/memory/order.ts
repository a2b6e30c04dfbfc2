import { sql } from 'drizzle-orm'
import { consistently, type Db, type Tx } from '../../../database/connection'
import { columnOf, type Order, orderBy, type Position, positionColumns } from '../order'
import type { Found } from '../rows'
import { inList } from '../scope'
import { type KnownUpTo, lastMove } from './moves'

/** The sorts by what a document says itself; the others go by its place. */
export const sortsInMemory = ['number', 'title', 'revision', 'changed'] as const
export type SortInMemory = (typeof sortsInMemory)[number]

/** The rows of all documents, sorted up: four bytes for each. */
export interface RowOrder extends KnownUpTo {
  rows: Int32Array
}

const up = (sort: SortInMemory): Order => ({ sort, descending: false })

/** Reads an order along its index, into memory that threads share. About a second for a million documents. */
export function readOrder(db: Db, sort: SortInMemory): RowOrder {
  return consistently(db, () => {
    const count = db.$client.prepare('select count(*) from documents').pluck().get() as number
    const rows = new Int32Array(new SharedArrayBuffer(count * Int32Array.BYTES_PER_ELEMENT))
    const by = [columnOf(up(sort)), 'number'].filter(Boolean).join(', ')
    let at = 0
    for (const row of db.$client.prepare(`select rowid from documents order by ${by}`).pluck().iterate())
      rows[at++] = row as number
    return { upTo: lastMove(db), rows }
  })
}

/**
 * An order after some rows moved: what moved is left out, and put behind the row that now comes before it. One look at
 * the index for each, and one pass over all rows.
 */
export function renewedOrder(tx: Tx, sort: SortInMemory, rows: Int32Array, moved: number[]): Int32Array {
  const there = positionsOf(tx, sort, moved)
  const followers = new Map<number, number>()
  for (const found of there) followers.set(rowBefore(tx, sort, found) ?? nothing, found.row)
  const renewed = new Int32Array(rows.length + there.length)
  let at = 0
  const put = (row: number) => {
    for (let next: number | undefined = row; next !== undefined; next = followers.get(next))
      renewed[at++] = next
  }
  const marks = marksOf(tx, moved, [...followers.keys()])
  if (followers.has(nothing)) put(followers.get(nothing)!)
  for (const row of rows) {
    const mark = marks[row]
    if (mark === 0) renewed[at++] = row
    else if (mark === isFollowed) put(row)
  }
  return renewed.subarray(0, at)
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
export const positionsOf = (tx: Tx, sort: SortInMemory, rows: number[]): Found[] =>
  tx.all<Found>(sql`select documents.rowid as "row", ${positionColumns(up(sort))} from documents
    where documents.rowid in ${inList(rows)} order by ${orderBy(up(sort))}`)

/** The row that comes right before a position. */
function rowBefore(tx: Tx, sort: SortInMemory, { value, number }: Position): number | undefined {
  const column = columnOf(up(sort))
  const last = sql.raw(`select rowid as "row" from documents where`)
  const down = sql`order by ${orderBy({ sort, descending: true })} limit 1`
  const before = (where: ReturnType<typeof sql>) =>
    tx.get<{ row: number }>(sql`${last} ${where} ${down}`)?.row
  if (!column) return before(sql`number < ${number}`)
  const empty = sql.raw(`${column} is null`)
  if (value === null) return before(sql`${empty} and number < ${number}`)
  return before(sql`(${sql.raw(column)}, number) < (${value}, ${number})`) ?? before(empty)
}
