import { oncePerConnection, type Tx } from '../../../database/connection'
import { type OwnColumns, ownColumns, renewedColumns, type RowColumns } from './columns'
import { upToDate } from './moves'
import { renewedOrder, type RowOrder, type SortInMemory } from './order'

/** Columns and orders in memory that all threads share. */
export interface GivenLists {
  columns?: RowColumns
  orders: Partial<Record<SortInMemory, RowOrder>>
}

/** The columns and orders of one connection. Its transactions bring them up to date. */
interface Known {
  columns?: OwnColumns
  orders: Partial<Record<SortInMemory, RowOrder>>
  given?: GivenLists
}
const knownOf = oncePerConnection((): Known => ({ orders: {} }))

/** Hands columns and orders to a connection. */
export function giveLists(tx: Tx, given: GivenLists): void {
  knownOf(tx).given = given
}

/** Returns the columns as this transaction sees them, or null if they are not in memory. */
export function knownColumns(tx: Tx): OwnColumns | null {
  const known = knownOf(tx)
  const given = known.given?.columns
  const isNewer = given && (!known.columns || known.columns.upTo < given.upTo)
  const columns = upToDate(tx, known.columns, isNewer ? ownColumns(given) : undefined, (old, rows, last) =>
    renewedColumns(tx, old, rows, last),
  )
  if (columns) known.columns = columns
  return columns
}

/** Returns all documents in an order as this transaction sees them, or null if the order is not in memory. */
export function knownOrder(tx: Tx, sort: SortInMemory): RowOrder | null {
  const known = knownOf(tx)
  const order = upToDate(tx, known.orders[sort], known.given?.orders[sort], (old, rows, last) => ({
    ...renewedOrder(tx, sort, old, rows),
    upTo: last,
  }))
  if (order) known.orders[sort] = order
  return order
}
