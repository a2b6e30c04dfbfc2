import { bitOf, type Person, type Relation, relations, rightsInState, type Right } from '../../core/access'
import type { StateUse } from '../../core/configuration'
import { published } from '../configuration/published'
import { oncePerConnection, type Tx } from '../database/connection'
import { places } from '../database/schema'
import { directoryVersion, inFolderAs, pathOfFolder } from '../directory/folders'
import { type Account, asPerson } from '../directory/people'

/** A place with the path of its folder. */
export type Place = Pick<typeof places.$inferSelect, 'id' | 'folder' | 'classId' | 'lifecycle' | 'state'>

/** Who a document belongs to and who filed it, as far as rights on it go. */
export interface Belonging {
  owner: string
  creator: string
}

/** For each relation in the order of `relations`, whether documents of a place are seen by somebody who has it. */
export type ByRelation = readonly [stranger: boolean, owner: boolean, creator: boolean, both: boolean]

/**
 * What somebody may see: the places all of whose documents they see, and those where it depends on what they are to the
 * document. A few thousand numbers at most, whatever the number of documents.
 */
export interface Sight {
  whole: Set<number>
  partly: Map<number, ByRelation>
  places: Place[]
  /** Whether nothing is hidden from them. */
  everything: boolean
}

const statements = oncePerConnection((db) => ({
  newest: db.$client.prepare('select max(id) from places').pluck(),
  places: db
    .select({
      id: places.id,
      folder: places.folder,
      classId: places.classId,
      lifecycle: places.lifecycle,
      state: places.state,
    })
    .from(places)
    .prepare(),
}))

/** What people see, kept until configuration, directory or the list of places changes. */
interface Kept {
  basis: string
  places: Place[]
  sights: Map<string, Sight>
}
const keptOf = oncePerConnection((): { last?: Kept } => ({}))
/** The most people whose sight is kept at once. */
const mostKept = 500

function kept(tx: Tx): Kept {
  const basis = `${published(tx).id} ${directoryVersion(tx)} ${String(statements(tx).newest.get())}`
  const keep = keptOf(tx)
  if (keep.last?.basis !== basis) {
    const pathOf = pathOfFolder(tx)
    const all = statements(tx).places.all()
    keep.last = {
      basis,
      places: all.map((place) => ({ ...place, folder: pathOf(place.folder) })),
      sights: new Map(),
    }
  }
  return keep.last!
}

/** What a person may see now. */
export function sightOf(tx: Tx, account: Account): Sight {
  const { places: all, sights } = kept(tx)
  const key = `${account.id} ${account.groups.join(' ')}`
  const known = sights.get(key)
  if (known) return known
  const sight = newSight(all, rightInPlaces(tx, asPerson(account), 'see'))
  if (sights.size >= mostKept) sights.delete(sights.keys().next().value!)
  sights.set(key, sight)
  return sight
}

function newSight(all: Place[], inPlace: (place: Place, relation: Relation) => boolean): Sight {
  const whole = new Set<number>()
  const partly = new Map<number, ByRelation>()
  for (const place of all) {
    const seen = relations.map((relation) => inPlace(place, relation)) as unknown as ByRelation
    if (seen.every(Boolean)) whole.add(place.id)
    else if (seen.some(Boolean)) partly.set(place.id, seen)
  }
  return { whole, partly, places: all, everything: whole.size === all.length }
}

/** Whether a person has a right where documents stand, in a relation to them; folders and states are looked up once. */
export function rightInPlaces(
  tx: Tx,
  person: Person,
  right: Right,
): (place: Pick<Place, 'folder' | 'lifecycle' | 'state'>, relation: Relation) => boolean {
  const uses = usesIn(tx)
  const inFolder = inFolderAs(tx)
  const bit = bitOf(right)
  const known = new Map<string, ReturnType<typeof inFolder>>()
  return ({ folder, lifecycle, state }, relation) => {
    const use = uses.get(`${lifecycle} ${state}`)
    if (!use) return false
    const key = `${Number(relation.owner)}${Number(relation.creator)}${folder}`
    let there = known.get(key)
    if (!there) known.set(key, (there = inFolder(person, folder, relation)))
    return (there.granted & bit) !== 0 && (rightsInState(use, there.held) & bit) !== 0
  }
}

const usesOf = oncePerConnection((): { id?: number; at?: string; uses?: Map<string, StateUse> } => ({}))

/** The states of all lifecycles in force, by lifecycle and state. */
function usesIn(tx: Tx): Map<string, StateUse> {
  const { id, at, configuration } = published(tx)
  const keep = usesOf(tx)
  if (keep.id !== id || keep.at !== at) {
    keep.id = id
    keep.at = at
    keep.uses = new Map(
      configuration.lifecycles.flatMap((lifecycle) =>
        lifecycle.states.map((use): [string, StateUse] => [`${lifecycle.id} ${use.state}`, use]),
      ),
    )
  }
  return keep.uses!
}
