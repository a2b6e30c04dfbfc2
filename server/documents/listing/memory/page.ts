import type { Tx } from '../../../database/connection'
import type { Position } from '../order'
import type { Found, Wanted } from '../rows'
import type { Scope } from '../scope'
import { knownColumns, knownOrder } from './known'
import { positionsOf, rowBefore, type RowOrder, type SortInMemory, sortInMemory } from './order'
import {
  type Asked,
  countsPassing,
  isMoreAsked,
  type Passing,
  passingByEach,
  passingByKind,
  rowsAt,
} from './passing'

/** Finds the wanted rows in memory. Returns null if their order is not there. */
export function rowsInMemory(tx: Tx, wanted: Wanted): Found[] | null {
  const { scope, asked, order, after, skip, limit } = wanted
  const { descending } = order
  const sort = sortInMemory(order.sort)
  const known = knownOrder(tx, sort)
  const passing = known && passingIn(tx, known, scope, asked)
  if (!passing) return null
  const from = after && startAfter(tx, sort, known, after, descending)
  const found = positionsOf(tx, sort, rowsAt(known, passing, { from, descending, skip, limit }))
  return descending ? found.reverse() : found
}

/** Returns the index at which the rows after a position begin. */
function startAfter(
  tx: Tx,
  sort: SortInMemory,
  { rows }: RowOrder,
  position: Position,
  descending: boolean,
): number {
  const before = rowBefore(tx, sort, position, descending ? '<' : '<=')
  const at = before === undefined ? -1 : rows.indexOf(before)
  return descending ? at : at + 1
}

/** Counts the documents of each place that a query asks for. Returns null if they are not in memory. */
export function countsByPlace(tx: Tx, scope: Scope, asked: Asked): Map<number, number> | null {
  const known = knownOrder(tx, 'number')
  const passing = known && passingIn(tx, known, scope, asked)
  return passing && countsPassing(known, passing)
}

function passingIn(tx: Tx, { known }: RowOrder, scope: Scope, asked: Asked): Passing | null {
  if (!isMoreAsked(scope, asked)) return passingByKind(known, scope, asked)
  const columns = knownColumns(tx)
  return columns && passingByEach(known, columns, scope, asked)
}
