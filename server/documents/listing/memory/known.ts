import { oncePerConnection, type Tx } from '../../../database/connection'
import { type OwnColumns, ownColumns, renewedColumns, type RowColumns } from './columns'
import { upToDate } from './moves'
import { renewedOrder, type RowOrder, type SortInMemory } from './order'

/** What threads are given of all documents, in memory that they share. */
export interface GivenLists {
  columns?: RowColumns
  orders: Partial<Record<SortInMemory, RowOrder>>
}

/** What a connection has of it: as it was given, or brought up to date since. */
interface Known {
  columns?: OwnColumns
  orders: Partial<Record<SortInMemory, RowOrder>>
  given?: GivenLists
}
const knownOf = oncePerConnection((): Known => ({ orders: {} }))

/** Gives a connection what was read of all documents. */
export function giveLists(tx: Tx, given: GivenLists): void {
  knownOf(tx).given = given
}

/** What lists ask of each document, as it is in this transaction; null where that is not known. */
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

/** All documents in an order, as it is in this transaction; null where that is not known. */
export function knownOrder(tx: Tx, sort: SortInMemory): RowOrder | null {
  const known = knownOf(tx)
  const order = upToDate(tx, known.orders[sort], known.given?.orders[sort], (old, rows, last) => ({
    ...renewedOrder(tx, sort, old, rows),
    upTo: last,
  }))
  if (order) known.orders[sort] = order
  return order
}
