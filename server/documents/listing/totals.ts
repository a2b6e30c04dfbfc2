import { and, type SQL, sql } from 'drizzle-orm'
import type { Tx } from '../../database/connection'
import type { VaultQuery } from './query'
import { bounds } from './bounds'
import { countsByPlace } from './memory/page'
import type { Asked } from './memory/passing'
import { inList, isAlsoInScope, type Scope } from './scope'
import { amongFound, type FoundText } from './texts'

/** How many documents a list has; `isLeast` where there may be more than were counted. */
export interface Total {
  total: number
  isLeast: boolean
}

const exactly = (total: number): Total => ({ total, isLeast: false })
const count = (tx: Tx, from: SQL): number =>
  tx.get<{ found: number }>(sql`select count(*) as found from ${from}`).found

/** The filters of a query that look at columns of the documents themselves. */
export function filtersOf({ revision, intake, checkedOut }: Partial<VaultQuery>): SQL | undefined {
  return and(
    revision ? sql`revision = ${revision}` : undefined,
    intake ? sql`intake = ${intake}` : undefined,
    checkedOut ? sql`checked_out_by is not null` : undefined,
  )
}

/** Counts the documents that a query finds. It adds up tallies, so it never walks through a million rows. */
export function totalOf(tx: Tx, scope: Scope, query: Partial<VaultQuery>, text: FoundText | null): Total {
  if (text) return totalOfText(tx, scope, query, text)
  const { revision, intake } = query
  if (intake) return exactly(totalOfIntake(tx, scope, { revision, intake }))
  return exactly(revision ? totalOfLabel(tx, scope, revision) : totalOfPlaces(tx, scope))
}

const totalOfPlaces = (tx: Tx, scope: Scope): number =>
  scope.whole.reduce((sum, id) => sum + scope.counts.get(id)!, 0) +
  related(tx, scope, undefined, (ids) => ids.reduce((sum, id) => sum + scope.counts.get(id)!, 0))

function totalOfIntake(tx: Tx, scope: Scope, asked: Asked): number {
  const known = countsByPlace(tx, scope, asked)
  if (known) return [...known.values()].reduce((sum, found) => sum + found, 0)
  return count(tx, sql`documents where ${and(isAlsoInScope(scope), filtersOf(asked))}`)
}

function totalOfLabel(tx: Tx, scope: Scope, revision: string): number {
  const tallied = (ids: number[]) =>
    tx.get<{ found: number }>(
      sql`select ifnull(sum(documents), 0) as found from label_tallies
        where revision = ${revision} and place in ${inList(ids)}`,
    ).found
  return tallied(scope.whole) + related(tx, scope, sql`revision = ${revision}`, tallied)
}

/**
 * Documents in places where it depends on who they belong to: strangers’ are all that stand there but one’s own,
 * which are few.
 */
function related(
  tx: Tx,
  { account, partly }: Scope,
  filter: SQL | undefined,
  allOf: (places: number[]) => number,
): number {
  if (partly.length === 0) return 0
  const mine = (index: number, isOwner: boolean, isCreator: boolean): number => {
    const places = partly.flatMap(([id, seen]) => (seen[index] ? [id] : []))
    return places.length ? ownIn(tx, account.id, places, isOwner, isCreator, filter) : 0
  }
  const strangers = partly.flatMap(([id, seen]) => (seen[0] ? [id] : []))
  const own = [1, 2, 3].reduce((sum, index) => sum + mine(index, (index & 1) > 0, index > 1), 0)
  if (strangers.length === 0) return own
  const notStrangers = [1, 2, 3].reduce(
    (sum, index) => sum + ownIn(tx, account.id, strangers, (index & 1) > 0, index > 1, filter),
    0,
  )
  return own + allOf(strangers) - notStrangers
}

function ownIn(
  tx: Tx,
  person: string,
  places: number[],
  isOwner: boolean,
  isCreator: boolean,
  filter: SQL | undefined,
): number {
  const is = (column: SQL, yes: boolean) => (yes ? sql`${column} = ${person}` : sql`${column} <> ${person}`)
  const where = and(
    is(sql`owner`, isOwner),
    is(sql`creator`, isCreator),
    sql`place in ${inList(places)}`,
    filter,
  )
  return count(tx, sql`documents where ${where}`)
}

/** Of a text that very many have it is known that they are many: the list says that there may be more. */
function totalOfText(tx: Tx, scope: Scope, query: Partial<VaultQuery>, text: FoundText): Total {
  const rest = and(isAlsoInScope(scope), filtersOf(query))
  const total = rest
    ? count(tx, sql`(select 1 from ${amongFound(text)} where ${rest} limit ${bounds.counted})`)
    : bounds.counted
  return { total, isLeast: true }
}
