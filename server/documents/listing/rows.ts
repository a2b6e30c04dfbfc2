import { and, type SQL, sql } from 'drizzle-orm'
import type { Tx } from '../../database/connection'
import { bounds } from './bounds'
import { isAfter, type Order, orderBy, type Position, positionColumns } from './order'
import { inList, isInScope, type Scope, seenByRelation } from './scope'
import { hasText, isFound, type Needle } from './texts'

/** A row as the list finds it, before it is read. */
export interface Found extends Position {
  row: number
}

/** Which rows of an order are wanted, of what is in a scope and meets the rest. */
export interface Wanted {
  scope: Scope
  order: Order
  filter: SQL | undefined
  needle: Needle | null
  /** Whether so few documents have the text that all of them may be gone through. */
  isRare: boolean
  after: Position | null
  skip: number
  limit: number
}

/** The rows that are wanted, in their order. */
export function foundRows(tx: Tx, wanted: Wanted): Found[] {
  const { scope, needle, isRare, skip, limit } = wanted
  if (limit <= 0 || (scope.whole.length === 0 && scope.partly.length === 0)) return []
  if (needle && isRare) return gathered(tx, wanted)
  if (isRareByFilter(wanted)) return gathered(tx, wanted)
  const far = skip + limit > bounds.merged
  const walked = walkAlong(tx, wanted, far ? null : skip + limit + bounds.stride)
  if (walked.length >= limit || far) return walked
  return needle ? walkAlong(tx, wanted, null) : merged(tx, wanted)
}

/** Documents that are checked out are few, and have an index of their own. */
const isRareByFilter = ({ filter }: Wanted): boolean => filter !== undefined && rareFilters.has(filter)
const rareFilters = new WeakSet<SQL>()
/** Says of a filter that few documents meet it. */
export const rarely = (filter: SQL): SQL => {
  rareFilters.add(filter)
  return filter
}

const columnsOf = (order: Order): SQL => sql`documents.rowid as "row", ${positionColumns(order)}`
const all = (tx: Tx, query: SQL): Found[] => tx.all<Found>(query)
const also = (condition: SQL | undefined): SQL => (condition ? sql`where ${condition}` : sql``)

/** Everything that matches, sorted, and then cut: for few rows. */
function gathered(tx: Tx, { scope, order, filter, needle, after, skip, limit }: Wanted): Found[] {
  const text = needle && (needle.match === null ? hasText(needle) : isFound(needle))
  const where = and(text ?? undefined, filter, isInScope(scope), after ? isAfter(order, after) : undefined)
  return all(
    tx,
    sql`select ${columnsOf(order)} from documents ${also(where)} order by ${orderBy(order)} limit ${limit} offset ${skip}`,
  )
}

/**
 * Along the index of the order, leaving out what is not wanted: quick where most of what comes by is wanted. Gives up
 * after so many rows, with what it has.
 */
function walkAlong(
  tx: Tx,
  { scope, order, filter, needle, after, skip, limit }: Wanted,
  most: number | null,
): Found[] {
  const where = and(isInScope(scope), filter, needle ? hasText(needle) : undefined)
  const along = sql`select rowid as "row", * from documents ${also(after ? isAfter(order, after) : undefined)}
    order by ${orderBy(order)} ${most === null ? sql`` : sql`limit ${most}`}`
  if (most === null || !where)
    return all(
      tx,
      sql`select ${columnsOf(order)} from documents ${also(and(after ? isAfter(order, after) : undefined, where))}
        order by ${orderBy(order)} limit ${limit} offset ${skip}`,
    )
  return all(
    tx,
    sql`select "row", ${positionColumns(order)} from (${along}) ${also(where)} limit ${limit} offset ${skip}`,
  )
}

/**
 * The first rows of each place, put together: as quick for somebody who sees little, wherever in the order that
 * stands. One look at the index for each place tells which places can have a part in the page at all.
 */
function merged(tx: Tx, wanted: Wanted): Found[] {
  const { scope, order, filter, after, skip, limit } = wanted
  const need = skip + limit
  const later = after ? isAfter(order, after) : undefined
  const rest = and(filter, later)
  const first = sql`select documents.rowid from documents where ${and(sql`place = places.value`, rest)}
    order by ${orderBy(order)} limit 1`
  const heads = tx.all<{ place: number }>(
    sql`select heads.place as place from
      (select places.value as place, (${first}) as head from json_each(${JSON.stringify(scope.whole)}) as places) as heads
      join documents on documents.rowid = heads.head order by ${orderBy(order)} limit ${need}`,
  )
  const parts = heads.map(({ place }, index) =>
    firstRows(order, and(sql`place = ${place}`, rest), need - index),
  )
  const own = relatedRows(wanted, rest, need)
  return sortedRows(tx, order, [...parts, ...own], skip, limit)
}

const firstRows = (order: Order, where: SQL | undefined, most: number): SQL =>
  sql`select * from (select rowid as "row" from documents ${also(where)} order by ${orderBy(order)} limit ${most})`

/** Rows in places where it depends on who they belong to: one’s own first, and all others where strangers see them. */
function relatedRows({ scope, order }: Wanted, rest: SQL | undefined, need: number): SQL[] {
  if (scope.partly.length === 0) return []
  const { id } = scope.account
  const seen = seenByRelation(scope)
  const places = inList(scope.partly.map(([place]) => place))
  const mine = [sql`owner = ${id}`, sql`creator = ${id}`].map((own) =>
    firstRows(order, and(own, sql`place in ${places}`, seen, rest), need),
  )
  const strangers = scope.partly.flatMap(([place, by]) => (by[0] ? [place] : []))
  const others = strangers.map((place) =>
    firstRows(order, and(sql`place = ${place}`, sql`owner <> ${id}`, sql`creator <> ${id}`, rest), need),
  )
  return [...mine, ...others]
}

/** So many selects go into one statement: SQLite takes no more than 500 in a row. */
const mostParts = 400

function sortedRows(tx: Tx, order: Order, parts: SQL[], skip: number, limit: number): Found[] {
  const rows = new Set<number>()
  for (let at = 0; at < parts.length; at += mostParts) {
    const some = sql.join(parts.slice(at, at + mostParts), sql` union all `)
    for (const { row } of tx.all<{ row: number }>(some)) rows.add(row)
  }
  return all(
    tx,
    sql`select ${columnsOf(order)} from documents where rowid in ${inList([...rows])}
      order by ${orderBy(order)} limit ${limit} offset ${skip}`,
  )
}
