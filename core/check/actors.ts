import {
  anyone,
  bitOf,
  creator,
  type Directory,
  type Folder,
  owner,
  type Person,
  type Principal,
  type Relation,
  relations,
  type Right,
  rightsInFolders,
  stateGrants,
  stranger,
} from '../access'
import type { Lifecycle } from '../configuration'

/**
 * Somebody who may act in a folder: a person of the directory, or without one whoever is a principal. Where rules speak
 * of owner or creator, a person stands here once for each relation that they may have to a document.
 */
export interface Actor {
  id: string
  name: string
  relation: Relation
  held: Set<Principal>
  /** Tells whether they have a right in a state. Every right needs the right to see. */
  may: (right: Right, lifecycle: Lifecycle, state: string) => boolean
}
export interface Place {
  path: string | null
  actors: Actor[]
}

/** The folders in which a lifecycle's documents are at home, with everybody who is active. */
export function placesOf(lifecycle: Lifecycle, directory: Directory): Place[] {
  const people = directory.people.filter(({ active }) => active !== false)
  const folders = directory.folders as Folder[]
  const asked = directory.folders.filter(({ lifecycles }) => lifecycles?.includes(lifecycle.id))
  const anyNamed = directory.folders.some(({ lifecycles }) => lifecycles)
  // Without any folder everything would lie in the root, which then grants nothing.
  const all = directory.folders.length ? directory.folders : [{ path: '/' }]
  const inFolder = rightsInFolders(folders)
  const asWhat = speaksOfRelations(lifecycle, folders) ? relations : [stranger]
  return (anyNamed ? asked : all).map(({ path }) => ({
    path,
    actors: people.flatMap((person) => asWhat.map((relation) => actorAt(person, path, relation, inFolder))),
  }))
}

/** Whether rules of a lifecycle, or of any folder, speak of owner or creator. */
function speaksOfRelations({ states, transitions }: Lifecycle, folders: Folder[]): boolean {
  const named = [
    ...states.flatMap(({ grants }) => Object.keys(grants ?? {})),
    ...transitions.flatMap(({ firedBy = [], seats = [] }) => [
      ...firedBy,
      ...seats.flatMap(({ members }) => members),
    ]),
    ...folders.flatMap(({ grants, withhold }) => [
      ...Object.keys(grants ?? {}),
      ...Object.keys(withhold ?? {}),
    ]),
  ]
  return named.includes(owner) || named.includes(creator)
}

function actorAt(
  { id, name, groups = [] }: Directory['people'][number],
  path: string,
  relation: Relation,
  inFolder: ReturnType<typeof rightsInFolders>,
): Actor {
  const { held, granted } = inFolder({ id, name, groups } satisfies Person, path, relation)
  return {
    id,
    name,
    relation,
    held,
    may: (right, lifecycle, state) =>
      ['see' as const, right].every(
        (one) => (granted & bitOf(one)) !== 0 && grantsIn(lifecycle, state, held, one),
      ),
  }
}

function grantsIn(lifecycle: Lifecycle, state: string, held: Set<Principal>, right: Right): boolean {
  const use = lifecycle.states.find((other) => other.state === state)
  return use !== undefined && stateGrants({ grants: use.grants ?? {} }, held, right)
}

/** Without a directory: whoever is named in a lifecycle, as somebody who is that alone and whom no folder stops. */
export function principalActors(lifecycle: Lifecycle): Actor[] {
  const principals = new Set([
    ...lifecycle.states.flatMap(({ grants }) => Object.keys(grants ?? {})),
    ...lifecycle.transitions.flatMap(({ firedBy }) => firedBy ?? []),
    ...lifecycle.transitions.flatMap(({ seats }) => (seats ?? []).flatMap(({ members }) => members)),
  ])
  return [...principals].map((principal) => {
    const held = new Set([principal, anyone])
    return {
      id: principal,
      name: principal,
      relation: { owner: principal === owner, creator: principal === creator },
      held,
      may: (right, of, state) => grantsIn(of, state, held, 'see') && grantsIn(of, state, held, right),
    }
  })
}
