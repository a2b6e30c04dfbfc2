import { and, sql } from 'drizzle-orm'
import type { Tx } from '../../database/connection'
import type { Account } from '../../directory/people'
import { compareText, groupBy } from '../../../core/support'
import { bounds } from './bounds'
import { countsByPlace, rowsInMemory } from './memory/page'
import { type Order, type Position, readPosition, reversed } from './order'
import type { VaultQuery } from './query'
import { type Found, foundRows, type Wanted } from './rows'
import { pageOfRows, searched, sorted } from './search'
import type { Place } from '../sights'
import { countThere, narrowed, scopeOf } from './scope'
import { foundText, hasText, needleOf } from './texts'
import { filtersOf, type Total, totalOf } from './totals'

/** A page of the list as rows of the table, and how many there are in all. */
export interface FoundPage extends Total {
  found: Found[]
}

/**
 * Finds the page that a query asks for, among what somebody may see. It counts from the nearer end, and finds the page
 * after another one by its position in the order.
 */
export function pageOf(tx: Tx, account: Account, query: VaultQuery): FoundPage {
  const scope = scopeOf(tx, account, query)
  const needle = needleOf(query.text)
  const text = needle && foundText(tx, needle)
  const filter = filtersOf(query)
  const { folder, classId, lifecycle, state, revision, intake, checkedOut } = query
  const asked = { revision, intake }
  const order: Order = { sort: query.sort, descending: query.descending }
  const after = query.after ? readPosition(query.after) : null
  const part = { order, after, skip: after ? 0 : query.offset, limit: query.limit }
  if (text?.isAll) {
    const list = [account.id, folder, classId, lifecycle, state, asked, checkedOut]
    const rows = searched(tx, { scope, text, filter, order, list })
    return { found: pageOfRows(rows, part), total: rows.length, isLeast: false }
  }
  // Few documents are checked out, so all of them are sorted.
  if (checkedOut) {
    const among = {
      scope,
      among: sql`documents`,
      filter: and(filter, text ? hasText(text.needle) : undefined),
    }
    const rows = sorted(tx, { ...among, order })
    return { found: pageOfRows(rows, part), total: rows.length, isLeast: false }
  }
  const counted = totalOf(tx, scope, query, text)
  const expected = text ? text.share * countThere(scope) : counted.total
  const found = inOrder(tx, { ...part, scope, asked, filter, text, expected }, counted)
  return { found, ...atLeast(counted, after ? null : query.offset, found.length, query.limit) }
}

/** A count that was given up grows as one goes down the list. */
function atLeast({ total, isLeast }: Total, offset: number | null, rows: number, limit: number): Total {
  if (!isLeast || offset === null) return { total, isLeast }
  const isFull = rows === limit
  if (!isFull) return rows > 0 || offset === 0 ? { total: offset + rows, isLeast: false } : { total, isLeast }
  return { total: Math.max(total, offset + rows + 1), isLeast }
}

function inOrder(tx: Tx, wanted: Wanted, { total, isLeast }: Total): Found[] {
  const { sort } = wanted.order
  if (sort === 'state' || sort === 'folder') return byPlace(tx, wanted, sort)
  return fromNearerEnd(tx, wanted, isLeast ? null : total)
}

/** Counts from the end if the page is nearer to it and the total is known. */
function fromNearerEnd(tx: Tx, wanted: Wanted, total: number | null): Found[] {
  const { order, after, skip, limit } = wanted
  if (after || total === null || skip + limit / 2 <= total / 2) return fromStart(tx, wanted)
  const rows = Math.min(limit, total - skip)
  const fromTheEnd = {
    ...wanted,
    order: reversed(order),
    skip: Math.max(0, total - skip - limit),
    limit: rows,
  }
  return fromStart(tx, fromTheEnd).reverse()
}

/** Finds rows in memory if that is faster and they are there, otherwise in the table. */
function fromStart(tx: Tx, wanted: Wanted): Found[] {
  const known = isBestInMemory(wanted) ? rowsInMemory(tx, wanted) : null
  return known ?? foundRows(tx, wanted)
}

/** Memory is faster for pages far down, and for few among many: all of them may lie at the other end. */
const isBestInMemory = ({ after, text, scope, filter, expected, skip }: Wanted): boolean =>
  !text && (filter !== undefined || expected < scope.documents / 2 || (!after && skip > bounds.near))

/** Sorted by what a place says: place after place, each by number. */
function byPlace(tx: Tx, wanted: Wanted, by: 'state' | 'folder'): Found[] {
  const { scope, order, after } = wanted
  const parts = groupBy(scope.places.values(), (place) => place[by])
  const values = [...parts.keys()].sort(compareText)
  if (order.descending) values.reverse()
  const byNumber: Order = { sort: 'number', descending: order.descending }
  const countOf = counterOf(tx, wanted)
  const found: Found[] = []
  let { skip } = wanted
  for (const value of values) {
    const limit = wanted.limit - found.length
    if (limit === 0) break
    const position = startIn(order, value, after)
    if (position === 'before') continue
    const places = parts.get(value)!
    const known = position ? null : countOf(places)
    if (known !== null && known <= skip) {
      skip -= known
      continue
    }
    const part = narrowed(scope, places)
    const expected = (wanted.expected * countThere(part)) / Math.max(countThere(scope), 1)
    const ofPart = { ...wanted, scope: part, order: byNumber, after: position, skip, limit, expected }
    const rows = fromNearerEnd(tx, ofPart, known)
    if (rows.length) skip = 0
    else if (skip > 0)
      skip -= foundRows(tx, {
        ...wanted,
        scope: part,
        order: byNumber,
        after: position,
        skip: 0,
        limit: skip,
      }).length
    found.push(...rows.map((row) => ({ ...row, value })))
  }
  return found
}

/** Where a part of the order begins after a position: the part lies before it, it lies within, or the part after it. */
function startIn({ descending }: Order, value: string, after: Position | null): Position | null | 'before' {
  if (!after?.value) return null
  const order = compareText(value, after.value) * (descending ? -1 : 1)
  return order < 0 ? 'before' : order === 0 ? { value: null, number: after.number } : null
}

/** Returns a function that counts the rows of places, or returns null if it would have to read each row. */
function counterOf(tx: Tx, wanted: Wanted): (places: Place[]) => number | null {
  const { scope, filter, text } = wanted
  const counts = text ? null : countsOf(tx, wanted)
  if (counts) return (places) => places.reduce((sum, { id }) => sum + (counts.get(id) ?? 0), 0)
  if (filter || text) return () => null
  return (places) => totalOf(tx, narrowed(scope, places), {}, null).total
}

function countsOf(tx: Tx, wanted: Wanted): Map<number, number> | null {
  const { scope, filter, asked } = wanted
  if (!filter && scope.partly.length === 0)
    return new Map(scope.whole.map((place) => [place, scope.counts.get(place)!]))
  return isBestInMemory(wanted) ? countsByPlace(tx, scope, asked) : null
}
