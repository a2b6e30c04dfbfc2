import {
  allowsIn,
  chainTo,
  type Folder,
  idOf,
  type Person,
  type Principal,
  principalsOf,
  type Right,
} from '../access'
import { type Configuration, type Lifecycle, principalName, stateUseOf } from '../configuration'
import type { DocumentSnapshot } from './document'

/** What somebody would need who is asked to do an act instead: rights, being named, and not being excluded. */
export interface Needs {
  rights: Right[]
  firedBy?: Principal[]
  notBy?: string[]
}

/** Where the answer is looked for. `people` are those who are active; without them only principals are known. */
export interface Asked {
  configuration: Configuration
  folders: Folder[]
  document: DocumentSnapshot
  people?: () => Person[]
}

/**
 * Those of some principals, by name, of whom somebody could really do it: as access computes it, with what is withheld,
 * what starts afresh, and who plays which role where.
 */
export function whoCould(asked: Asked, lifecycle: Lifecycle, among: Principal[], needs: Needs): string[] {
  const { configuration, document } = asked
  const chain = chainTo(asked.folders, document.folder)
  const use = stateUseOf(lifecycle, document.state)
  const people = asked.people?.() ?? standIns(chain, among)
  const able = people
    .filter(({ id }) => !needs.notBy?.includes(id))
    .map((person) => ({ person, held: principalsOf(person, chain) }))
    .filter(
      ({ held }) =>
        needs.rights.every((right) => allowsIn(chain, held, use, right)) &&
        (!needs.firedBy || needs.firedBy.some((principal) => held.has(principal))),
    )
  return [...new Set(among)]
    .filter((principal) => able.some(({ held }) => held.has(principal)))
    .map((principal) => nameOf(configuration, principal, people))
}

/** Without the people: one for each principal that is named, who is that alone; a role is whoever plays it. */
function standIns(chain: Folder[], among: Principal[]): Person[] {
  const players = chain.flatMap(({ roles }) => Object.values(roles ?? {}).flat())
  return [...new Set([...among, ...players])]
    .filter((principal) => idOf('role', principal) === undefined)
    .map((principal) => {
      const group = idOf('group', principal)
      return { id: idOf('person', principal) ?? '', name: principal, groups: group ? [group] : [] }
    })
}

function nameOf(configuration: Configuration, principal: Principal, people: Person[]): string {
  const id = idOf('person', principal)
  return (
    people.find((person) => id !== undefined && person.id === id)?.name ??
    principalName(configuration, principal)
  )
}
