import type { Tx } from '../../../database/connection'
import type { Found, Wanted } from '../rows'
import type { Scope } from '../scope'
import { knownColumns, knownOrder } from './known'
import { positionsOf, type SortInMemory } from './order'
import {
  type Asked,
  countsPassing,
  isMoreAsked,
  type Passing,
  passingBy,
  passingByPlace,
  rowsAt,
} from './passing'

/** Rows far down in an order, by what is in memory; null where that is not known. */
export function farRows(
  tx: Tx,
  sort: SortInMemory,
  { scope, asked, order, ...part }: Wanted,
): Found[] | null {
  const known = knownOrder(tx, sort)
  const passing = known && passingIn(tx, scope, asked)
  if (!passing) return null
  const { descending } = order
  const found = positionsOf(tx, sort, rowsAt(known, passing, { ...part, descending }))
  return descending ? found.reverse() : found
}

/** How many documents of a scope each of its places has that are asked for; null where that is not known. */
export function countsByPlace(tx: Tx, scope: Scope, asked: Asked): Map<number, number> | null {
  const known = knownOrder(tx, 'number')
  const passing = known && passingIn(tx, scope, asked)
  return passing && new Map(countsPassing(known, passing).entries())
}

function passingIn(tx: Tx, scope: Scope, asked: Asked): Passing | null {
  if (!isMoreAsked(scope, asked)) return passingByPlace(scope)
  const columns = knownColumns(tx)
  return columns && passingBy(columns, scope, asked)
}
