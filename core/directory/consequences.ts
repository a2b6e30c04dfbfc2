import {
  readPrincipal,
  type Right,
  rightsInFolders,
  rightsInState,
  rightsOf,
  type RightSet,
  stranger,
} from '../access'
import type { Lifecycle, StateUse } from '../configuration'
import { groupBy } from '../support'
import type { DirectoryPerson, VaultDirectory } from './types'

/** Where documents stand, and how many. */
export interface Standing {
  folder: string
  lifecycle: string
  state: string
  documents: number
}

/** What changes for one person: rights won and lost, and on how many documents. */
export interface Affected {
  person: string
  name: string
  gained: Partial<Record<Right, number>>
  lost: Partial<Record<Right, number>>
}

/** What a change does to people’s rights on the documents that there are. */
export interface Consequences {
  people: number
  documents: number
  affected: Affected[]
}

/**
 * Whose rights on which documents a change of the directory changes: of strangers to the document, since what owners
 * may does not depend on how many documents they own here. People of the same groups whom no rule names are alike and
 * worked out once. `lifecyclesAfter` asks what another configuration would do as well.
 */
export function consequencesOf(
  before: VaultDirectory,
  after: VaultDirectory,
  lifecycles: Lifecycle[],
  standing: Standing[],
  { most = 20, lifecyclesAfter = lifecycles }: { most?: number; lifecyclesAfter?: Lifecycle[] } = {},
): Consequences {
  const was = rightsAt(before, lifecycles)
  const pathAfter = pathsAfter(before, after)
  const is = rightsAt(after, lifecyclesAfter)
  const named = new Set([...namesIn(before, lifecycles), ...namesIn(after, lifecyclesAfter)])
  const alike = groupBy(pairsOf(before, after), (pair) => kindOf(pair, named))
  const places = new Set<Standing>()
  const affected = [...alike.values()].flatMap((pairs) => {
    const [one] = pairs as [Pair]
    const changed = standing.flatMap((place) => {
      const [old, now] = [was(one.before, place), is(one.after, moved(place, pathAfter))]
      return old === now ? [] : [{ place, gained: now & ~old, lost: old & ~now }]
    })
    for (const { place } of changed) places.add(place)
    if (changed.length === 0) return []
    const [gained, lost] = [tally(changed, 'gained'), tally(changed, 'lost')]
    return pairs.map(({ before: old, after: now }): Affected => {
      const { id, name } = (now ?? old)!
      return { person: id, name, gained, lost }
    })
  })
  return {
    people: affected.length,
    documents: [...places].reduce((sum, place) => sum + place.documents, 0),
    affected: affected.slice(0, most),
  }
}

/** Where the folders of before are afterwards. */
function pathsAfter(before: VaultDirectory, after: VaultDirectory): Map<string, string> {
  const is = new Map(after.folders.map(({ key, path }) => [key, path]))
  return new Map(before.folders.map(({ key, path }) => [path, is.get(key) ?? path]))
}

const moved = (place: Standing, pathAfter: Map<string, string>): Standing => ({
  ...place,
  folder: pathAfter.get(place.folder) ?? place.folder,
})

interface Pair {
  before: DirectoryPerson | undefined
  after: DirectoryPerson | undefined
}

function pairsOf(before: VaultDirectory, after: VaultDirectory): Pair[] {
  const was = new Map(before.people.map((person) => [person.id, person]))
  const is = new Map(after.people.map((person) => [person.id, person]))
  return [...new Set([...was.keys(), ...is.keys()])].map((id) => ({ before: was.get(id), after: is.get(id) }))
}

/** Two people of one kind may the same everywhere, before and after. */
function kindOf({ before, after }: Pair, named: Set<string>): string {
  const of = (person: DirectoryPerson | undefined) =>
    person?.active ? [...person.groups].sort().join(' ') : 'nobody'
  const own = (after ?? before)!.id
  return `${of(before)} / ${of(after)} / ${named.has(own) ? own : ''}`
}

/** Everybody whom a rule names by themselves. */
function namesIn({ folders }: VaultDirectory, lifecycles: Lifecycle[]): string[] {
  const principals = [
    ...folders.flatMap(({ roles, grants, withhold }) => [
      ...Object.values(roles ?? {}).flat(),
      ...Object.keys(grants ?? {}),
      ...Object.keys(withhold ?? {}),
    ]),
    ...lifecycles.flatMap(({ states }) => states.flatMap(({ grants }) => Object.keys(grants))),
  ]
  return principals.flatMap((principal) => {
    const read = readPrincipal(principal)
    return read?.kind === 'person' ? [read.id] : []
  })
}

function rightsAt({ folders }: VaultDirectory, lifecycles: Lifecycle[]) {
  const inFolder = rightsInFolders(folders)
  const uses = new Map<string, StateUse>(
    lifecycles.flatMap(({ id, states }) => states.map((use) => [`${id} ${use.state}`, use] as const)),
  )
  return (person: DirectoryPerson | undefined, { folder, lifecycle, state }: Standing): RightSet => {
    const use = uses.get(`${lifecycle} ${state}`)
    if (!person?.active || !use) return 0
    const { held, granted } = inFolder(person, folder, stranger)
    return granted & rightsInState(use, held)
  }
}

function tally(
  changed: { place: Standing; gained: RightSet; lost: RightSet }[],
  which: 'gained' | 'lost',
): Partial<Record<Right, number>> {
  const counts: Partial<Record<Right, number>> = {}
  for (const { place, [which]: set } of changed)
    for (const right of rightsOf(set)) counts[right] = (counts[right] ?? 0) + place.documents
  return counts
}
