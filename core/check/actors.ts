import {
  anyone,
  chainTo,
  type Directory,
  type Folder,
  folderGrants,
  type Person,
  type Principal,
  principalsOf,
  type Right,
  stateGrants,
} from '../access'
import type { Lifecycle } from '../configuration'

/** Somebody who may act in a folder: a person of the directory, or without one whoever is a principal. */
export interface Actor {
  id: string
  name: string
  held: Set<Principal>
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
  return (anyNamed ? asked : all).map(({ path }) => {
    const chain = chainTo(folders, path)
    return { path, actors: people.map((person) => actorAt(person, chain)) }
  })
}

function actorAt(person: Directory['people'][number], chain: Folder[]): Actor {
  const held = principalsOf(
    { groups: person.groups ?? [], id: person.id, name: person.name } satisfies Person,
    chain,
  )
  return {
    id: person.id,
    name: person.name,
    held,
    may: (right, lifecycle, state) =>
      folderGrants(chain, held, right).granted && grantsIn(lifecycle, state, held, right),
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
      held,
      may: (right, of, state) => grantsIn(of, state, held, right),
    }
  })
}
