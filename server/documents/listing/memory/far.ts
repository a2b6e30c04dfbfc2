import type { Tx } from '../../../database/connection'
import type { Found, Wanted } from '../rows'
import type { Scope } from '../scope'
import { knownColumns, knownOrder } from './known'
import { positionsOf, type SortInMemory } from './order'
import { type Asked, passingBy, passingByPlace, rowsAt } from './passing'

/** Rows far down in an order, by what is in memory; null where that is not known. */
export function farRows(
  tx: Tx,
  sort: SortInMemory,
  { scope, asked, order, ...part }: Wanted,
): Found[] | null {
  const columns = knownColumns(tx)
  const known = columns && knownOrder(tx, sort)
  if (!known) return null
  const { descending } = order
  const found = positionsOf(
    tx,
    sort,
    rowsAt(known.rows, passingBy(columns, scope, asked), { ...part, descending }),
  )
  return descending ? found.reverse() : found
}

/** How many documents of a scope each of its places has that are asked for; null where that is not known. */
export function countsByPlace(tx: Tx, scope: Scope, asked: Asked): Uint32Array | null {
  const columns = knownColumns(tx)
  return columns && passingByPlace(columns, scope, passingBy(columns, scope, asked))
}
