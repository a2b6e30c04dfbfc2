import { and, type SQL, sql } from 'drizzle-orm'
import type { Tx } from '../../database/connection'
import { keptIn, keptWhileUnchanged } from './kept'
import { comparePositions, columnOf, type Order, orderBy, type Position, positionColumns } from './order'
import type { Found } from './rows'
import { isAlsoInScope, type Scope } from './scope'
import { amongFound, type FoundText } from './texts'

/** A search for a text of which all that have it are known. */
export interface Search {
  scope: Scope
  text: FoundText
  filter: SQL | undefined
  order: Order
  /** What tells this search from others, besides its text and order. */
  list: unknown[]
}

const kept = keptWhileUnchanged(() => new Map<string, Found[]>())
const mostKept = 10

/** All rows that a search finds, in their order: done once, and its pages are parts of it while nothing changes. */
export function searched(tx: Tx, search: Search): Found[] {
  const { text, order, list } = search
  const name = JSON.stringify([text.needle.text, order, list])
  return keptIn(kept(tx), name, mostKept, () => sorted(tx, { ...search, among: amongFound(text) }))
}

/** Few documents, sorted: those of a scope among some that meet a filter. */
export function sorted(
  tx: Tx,
  { scope, among, filter, order }: Pick<Search, 'scope' | 'filter' | 'order'> & { among: SQL },
): Found[] {
  const where = and(filter, isAlsoInScope(scope)) ?? sql`true`
  const column = columnOf(order)
  if (column !== 'state' && column !== 'folder')
    return tx.all<Found>(
      sql`select documents.rowid as "row", ${positionColumns(order)} from ${among}
        where ${where} order by ${orderBy(order)}`,
    )
  // What a place says is known here, and need not be read of each document.
  return tx
    .all<{ row: number; place: number; number: string }>(
      sql`select documents.rowid as "row", place, number from ${among} where ${where}`,
    )
    .map(({ row, place, number }) => ({ row, value: scope.places.get(place)![column], number }))
    .sort((one, other) => comparePositions(order, one, other))
}

/** The rows of a page: so many, after a position or after so many others. */
export function pageOfRows(
  rows: Found[],
  { order, after, skip, limit }: { order: Order; after: Position | null; skip: number; limit: number },
): Found[] {
  const start = after ? rows.findIndex((row) => comparePositions(order, row, after) > 0) : skip
  return start < 0 ? [] : rows.slice(start, start + limit)
}
