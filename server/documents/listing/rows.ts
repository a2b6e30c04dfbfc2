import { and, type SQL, sql } from 'drizzle-orm'
import type { Tx } from '../../database/connection'
import { documents } from '../../database/schema'
import { bounds } from './bounds'
import type { Asked } from './memory/passing'
import {
  columnOf,
  comparePositions,
  isAfter,
  type Order,
  orderBy,
  type Position,
  positionColumns,
  valueOf,
} from './order'
import { countThere, inList, isAlsoInScope, isInScope, type Scope, seenByRelation } from './scope'
import { allWith, type FoundText, hasText } from './texts'

/** A row as the list finds it, before it is read. */
export interface Found extends Position {
  row: number
}

/** Which rows of an order are wanted, of what is in a scope and meets the rest. */
export interface Wanted {
  scope: Scope
  order: Order
  asked: Asked
  /** As `asked`, in SQL. */
  filter: SQL | undefined
  text: FoundText | null
  /** About how many documents of the vault are wanted. */
  expected: number
  after: Position | null
  skip: number
  limit: number
}

/** The rows that are wanted, in their order. */
export function foundRows(tx: Tx, wanted: Wanted): Found[] {
  const { scope, filter, text, skip, limit } = wanted
  if (limit <= 0 || (scope.whole.length === 0 && scope.partly.length === 0)) return []
  if (text) return foundByText(tx, wanted)
  const far = skip + limit > bounds.merged
  if (far && countThere(scope) < scope.documents / 5) return gathered(tx, wanted)
  const most = skip + limit + (filter ? bounds.strideOfRead : bounds.stride)
  if (!far && passing(wanted) > most) return merged(tx, wanted)
  const walked = walkAlong(tx, wanted, far ? null : most)
  return walked.length >= limit || far ? walked : merged(tx, wanted)
}

/** Rows that many have the text of come by soon enough, unless those that have it lie elsewhere in the order. */
function foundByText(tx: Tx, wanted: Wanted): Found[] {
  const most = Math.min(bounds.strideOfText, bounds.strideOfRead + 2 * passing(wanted))
  const walked = passing(wanted) > most ? [] : walkAlong(tx, wanted, most)
  return walked.length >= wanted.limit ? walked : gathered(tx, wanted)
}

/** How many rows of an order come by before enough of them are wanted, if those are spread evenly. */
const passing = ({ scope, skip, limit, expected }: Wanted): number =>
  Math.ceil(((skip + limit) * scope.documents) / Math.max(expected, 1))

const columnsOf = (order: Order): SQL => sql`documents.rowid as "row", ${positionColumns(order)}`
const all = (tx: Tx, query: SQL): Found[] => tx.all<Found>(query)
const also = (condition: SQL | undefined): SQL => (condition ? sql`where ${condition}` : sql``)

/** Everything that matches, sorted, and then cut. */
function gathered(tx: Tx, { scope, order, filter, text, after, skip, limit }: Wanted): Found[] {
  const later = after ? isAfter(order, after) : undefined
  const where = and(filter, isAlsoInScope(scope), later)
  const cut = sql`order by ${orderBy(order)} limit ${limit} offset ${skip}`
  if (text) return all(tx, sql`select ${columnsOf(order)} from ${allWith(text)} ${also(where)} ${cut}`)
  // Without anything else to go by, documents are found by their places.
  const asked = filter ? where : and(isInScope(scope), later)
  return all(tx, sql`select ${columnsOf(order)} from documents ${also(asked)} ${cut}`)
}

/**
 * Along the index of the order, leaving out what is not wanted: quick where most of what comes by is wanted. Gives up
 * after so many rows, with what it has.
 */
function walkAlong(tx: Tx, wanted: Wanted, most: number | null): Found[] {
  const { scope, order, filter, text, after, skip, limit } = wanted
  const where = and(isAlsoInScope(scope), filter, text ? hasText(text.needle) : undefined)
  const later = after ? isAfter(order, after) : undefined
  if (most === null || !where)
    return all(
      tx,
      sql`select ${columnsOf(order)} from documents ${also(and(later, where))}
        order by ${orderBy(order)} limit ${limit} offset ${skip}`,
    )
  const columns = columnsWalked(wanted)
  const along = sql`select ${columns} from documents ${also(later)} order by ${orderBy(order)} limit ${most}`
  return all(
    tx,
    sql`select "row", ${positionColumns(order)} from (${along}) ${also(where)} limit ${limit} offset ${skip}`,
  )
}

/** As few columns as are asked about: what stands in the index of the order needs no look at the document itself. */
function columnsWalked({ scope, order, filter, text }: Wanted): SQL {
  const names = [
    ...['place', 'number', ...(columnOf(order) ? [columnOf(order)!] : [])],
    ...(scope.partly.length ? ['owner', 'creator'] : []),
    ...(filter ? ['revision', 'intake'] : []),
    ...(text ? ['title', 'record'] : []),
  ]
  return sql.raw(['rowid as "row"', ...new Set(names)].join(', '))
}

/** Reads the first rows of a place, so many of them. */
type ReadPlace = (place: number, limit: number) => Found[]

/**
 * The first rows of each place, put together: as quick for somebody who sees little, wherever in the order that
 * stands. One look at the index for each place tells which places can have a part in the page at all, and of each of
 * those a few rows tell mostly the rest.
 */
function merged(tx: Tx, wanted: Wanted): Found[] {
  const { order, filter, after, skip, limit } = wanted
  const need = skip + limit
  const rest = and(filter, after ? isAfter(order, after) : undefined)
  const inOrder = (one: Found, other: Found) => comparePositions(order, one, other)
  const read = readerOfPlaces(tx, order, rest)
  const heads = headsOf(tx, wanted, rest)
  const own = relatedRows(tx, wanted, rest, need)
  const few = heads.map(({ place }) => read(place, Math.min(need, bounds.firstRows)))
  const first = [...few.flat(), ...own].sort(inOrder).slice(0, need)
  const last = first.length === need ? first.at(-1)! : null
  // A place whose first few rows all belong to the page may have more that do.
  const more = few.flatMap((rows, index) => {
    const isCut = rows.length === bounds.firstRows && rows.length < need
    return isCut && (!last || inOrder(rows.at(-1)!, last) < 0)
      ? read(heads[index]!.place, need).slice(rows.length)
      : []
  })
  return [...first, ...more].sort(inOrder).slice(skip, need)
}

/** The places that come first in the order, each by its first row. */
function headsOf(tx: Tx, { scope, order, skip, limit }: Wanted, rest: SQL | undefined): { place: number }[] {
  const first = sql`select documents.rowid from documents where ${and(sql`place = places.value`, rest)}
    order by ${orderBy(order)} limit 1`
  return tx.all<{ place: number }>(
    sql`select heads.place as place from
      (select places.value as place, (${first}) as head
        from json_each(${JSON.stringify(scope.whole)}) as places) as heads
      join documents on documents.rowid = heads.head order by ${orderBy(order)} limit ${skip + limit}`,
  )
}

function readerOfPlaces(tx: Tx, order: Order, rest: SQL | undefined): ReadPlace {
  const where = and(sql`place = ${sql.placeholder('place')}`, rest)
  const statement = tx
    .select({
      row: sql<number>`documents.rowid`,
      value: sql<string | null>`${valueOf(order)}`,
      number: sql<string>`number`,
    })
    .from(documents)
    .where(where)
    .orderBy(orderBy(order))
    .limit(sql.placeholder('limit'))
    .prepare()
  return (place, limit) => statement.all({ place, limit })
}

/** Rows in places where it depends on who they belong to: one’s own, and all others where strangers see them. */
function relatedRows(tx: Tx, { scope, order }: Wanted, rest: SQL | undefined, need: number): Found[] {
  if (scope.partly.length === 0) return []
  const { id } = scope.account
  const seen = seenByRelation(scope)
  const places = inList(scope.partly.map(([place]) => place))
  const mine = [sql`owner = ${id}`, sql`creator = ${id}`].flatMap((own) =>
    all(
      tx,
      sql`select ${columnsOf(order)} from documents where ${and(own, sql`place in ${places}`, seen, rest)}
        order by ${orderBy(order)} limit ${need}`,
    ),
  )
  const strangers = scope.partly.flatMap(([place, by]) => (by[0] ? [place] : []))
  const read = readerOfPlaces(tx, order, and(sql`owner <> ${id}`, sql`creator <> ${id}`, rest))
  const others = strangers.flatMap((place) => read(place, need))
  return [...new Map([...mine, ...others].map((found) => [found.row, found])).values()]
}
