import {
  anyone,
  chainTo,
  type Directory,
  type Folder,
  folderGrants,
  type Person,
  type Principal,
  principalsOf,
  stateGrants,
} from '../access'
import type { Lifecycle } from '../configuration'

/** Somebody who may act in a folder: a person of the directory, or without one whoever is a principal. */
export interface Actor {
  id: string
  name: string
  held: Set<Principal>
  may: (right: 'edit' | 'move', lifecycle: Lifecycle, state: string) => boolean
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
  return (anyNamed ? asked : directory.folders).map(({ path }) => {
    const chain = chainTo(folders, path)
    return { path, actors: people.map((person) => actorAt(person, chain)) }
  })
}

/** A directory that grants a right nowhere says nothing about it. */
const says = (chain: Folder[], right: string) =>
  chain.some(({ grants }) =>
    Object.values(grants ?? {}).some((listed) => (listed as string[]).includes(right)),
  )

function actorAt(person: Directory['people'][number], chain: Folder[]): Actor {
  const held = principalsOf(
    { groups: person.groups ?? [], id: person.id, name: person.name } satisfies Person,
    chain,
  )
  return {
    id: person.id,
    name: person.name,
    held,
    may: (right, lifecycle, state) => {
      const use = lifecycle.states.find((other) => other.state === state)
      const placed = !says(chain, right) || folderGrants(chain, held, right).granted
      return (
        placed &&
        use !== undefined &&
        ((right === 'move' &&
          !lifecycle.states.some(({ grants }) =>
            Object.values(grants ?? {}).some((listed) => listed.includes('move')),
          )) ||
          stateGrants({ ...use, grants: use.grants ?? {} }, held, right))
      )
    },
  }
}

/** Without a directory: whoever is named in a lifecycle, as somebody who is that alone. */
export function principalActors(lifecycle: Lifecycle): Actor[] {
  const principals = new Set([
    ...lifecycle.states.flatMap(({ grants }) => Object.keys(grants ?? {})),
    ...lifecycle.transitions.flatMap(({ firedBy }) => firedBy ?? []),
  ])
  return [...principals].map((principal) => {
    const held = new Set([principal, anyone])
    return {
      id: principal,
      name: principal,
      held,
      may: (right, of, state) =>
        right === 'move' ||
        of.states.some(
          (use) =>
            use.state === state &&
            Object.entries(use.grants ?? {}).some(([to, listed]) => held.has(to) && listed.includes(right)),
        ),
    }
  })
}
