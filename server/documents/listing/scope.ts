import { type SQL, sql } from 'drizzle-orm'
import type { Tx } from '../../database/connection'
import { oncePerConnection } from '../../database/connection'
import type { Account } from '../../directory/people'
import { type ByRelation, type Place, sightOf } from '../sights'
import type { VaultQuery } from './query'

/** The places that a list is about: what its reader may see, as far as folder, class, lifecycle and state are asked. */
export interface Scope {
  account: Account
  whole: number[]
  partly: [place: number, ByRelation][]
  /** Whether nothing at all is left out, so that nothing need be asked. */
  everything: boolean
  /** How many documents stand in each place, and in all. */
  counts: Map<number, number>
  documents: number
  places: Map<number, Place>
}

const counted = oncePerConnection((db) =>
  db.$client.prepare('select id, documents from places where documents > 0').raw(),
)

/** Whether a folder is another or lies below it. */
const isIn = (path: string, folder: string): boolean =>
  folder === '/' || path === folder || path.startsWith(`${folder}/`)

/** What a query asks of the places that documents stand in. */
function isWanted({
  folder,
  classId,
  lifecycle,
  state,
}: Partial<VaultQuery>): ((place: Place) => boolean) | null {
  if (!folder && !classId && !lifecycle && !state) return null
  return (place) =>
    (!folder || isIn(place.folder, folder)) &&
    (!classId || place.classId === classId) &&
    (!lifecycle || place.lifecycle === lifecycle) &&
    (!state || place.state === state)
}

/** The places of a query, with how many documents stand in each now. */
export function scopeOf(tx: Tx, account: Account, query: Partial<VaultQuery> = {}): Scope {
  const sight = sightOf(tx, account)
  const counts = new Map(counted(tx).all() as [number, number][])
  let documents = 0
  for (const count of counts.values()) documents += count
  const wanted = isWanted(query)
  const asked = (wanted ? sight.places.filter(wanted) : sight.places).filter(({ id }) => counts.has(id))
  return {
    account,
    whole: asked.flatMap(({ id }) => (sight.whole.has(id) ? [id] : [])),
    partly: asked.flatMap(({ id }) =>
      sight.partly.has(id) ? [[id, sight.partly.get(id)!] as [number, ByRelation]] : [],
    ),
    everything: sight.everything && !wanted,
    counts,
    documents,
    places: new Map(asked.map((place) => [place.id, place])),
  }
}

/** How many documents stand where they are seen whatever one is to them. */
export const countThere = ({ whole, counts }: Scope): number =>
  whole.reduce((sum, id) => sum + counts.get(id)!, 0)

/** A scope with some of its places alone. */
export function narrowed(scope: Scope, kept: Place[]): Scope {
  const ids = kept.map(({ id }) => id)
  const seen = new Map(scope.partly)
  const whole = new Set(scope.whole)
  return {
    ...scope,
    places: new Map(kept.map((place) => [place.id, place])),
    whole: ids.filter((id) => whole.has(id)),
    partly: ids.flatMap((id) => (seen.has(id) ? [[id, seen.get(id)!] as [number, ByRelation]] : [])),
    everything: false,
  }
}

/** A list of numbers, as SQL takes it: one value, however many there are. */
export const inList = (ids: number[]): SQL => sql`(select value from json_each(${JSON.stringify(ids)}))`

/** What somebody is to a document, as the place in `relations`. */
const relation = ({ id }: Account): SQL => sql`((owner = ${id}) + 2 * (creator = ${id}))`

/** That a document stands where it depends on the reader’s relation to it, and that relation says yes. */
export function seenByRelation({ account, partly }: Scope): SQL {
  const of = (index: number) => inList(partly.flatMap(([id, seen]) => (seen[index] ? [id] : [])))
  return sql`(place in ${inList(partly.map(([id]) => id))} and case ${relation(account)}
    when 0 then place in ${of(0)} when 1 then place in ${of(1)}
    when 2 then place in ${of(2)} else place in ${of(3)} end)`
}

/** That a document is in the scope; undefined where every document is. Found by its place. */
export const isInScope = (scope: Scope): SQL | undefined => inScope(scope, sql`place`)

/** As `isInScope`, asked of documents that are found by something else: the plus keeps SQLite from going by place. */
export const isAlsoInScope = (scope: Scope): SQL | undefined => inScope(scope, sql`+place`)

function inScope(scope: Scope, place: SQL): SQL | undefined {
  if (scope.everything) return undefined
  const whole = sql`${place} in ${inList(scope.whole)}`
  return scope.partly.length ? sql`(${whole} or ${seenByRelation(scope)})` : whole
}
