import { anyone, principal, type Principal } from './principal'
import type { Person } from './person'
import { principalsOfRelation, type Relation, stranger } from './relation'
import type { Right } from './rights'
import type { Folder } from './folder'

/** What grants rights: a state of a lifecycle. */
export interface Granting {
  grants: Record<Principal, Right[]>
}

/** The folders from the root down to a path, those that exist. */
export function chainTo(folders: Folder[], path: string): Folder[] {
  return folders
    .filter((folder) => folder.path === '/' || path === folder.path || path.startsWith(`${folder.path}/`))
    .sort((a, b) => a.path.length - b.path.length)
}

/**
 * Every principal that a person is in a folder: themselves, their groups, anyone, the roles they play there, and what
 * they are to the document that is asked about.
 */
export function principalsOf(person: Person, chain: Folder[], relation: Relation = stranger): Set<Principal> {
  const oneself = new Set<Principal>([
    anyone,
    principal('person', person.id),
    ...person.groups.map((group) => principal('group', group)),
  ])
  const held = new Set(oneself)
  const decided = new Set<string>()
  for (const folder of [...chain].reverse())
    for (const [role, players] of Object.entries(folder.roles ?? {})) {
      if (decided.has(role)) continue
      decided.add(role)
      // Roles are played by people, groups or anyone, never by roles.
      if (players.some((player) => oneself.has(player))) held.add(principal('role', role))
    }
  return withRelation(held, relation)
}

/** The same principals, and what somebody is to a document. */
export const withRelation = (held: Set<Principal>, relation: Relation): Set<Principal> =>
  relation.owner || relation.creator ? new Set([...held, ...principalsOfRelation(relation)]) : held

/**
 * Whether the folders grant a right. Grants add up from the root down; a withheld right beats grants from
 * above and at its
 * own folder; a grant further down beats it. `folder` is the one that decided; undefined where none did.
 */
export function folderGrants(
  chain: Folder[],
  held: Set<Principal>,
  right: Right,
): { granted: boolean; folder?: string } {
  let answer: { granted: boolean; folder?: string } = { granted: false }
  const names = (rules: Record<Principal, Right[]> | undefined) =>
    Object.entries(rules ?? {}).some(([principal, listed]) => held.has(principal) && listed.includes(right))
  for (const folder of chain) {
    if (folder.startAfresh) answer = { granted: false, folder: folder.path }
    if (names(folder.grants)) answer = { granted: true, folder: folder.path }
    if (names(folder.withhold)) answer = { granted: false, folder: folder.path }
  }
  return answer
}

/** Whether a state grants a right to any of the principals. */
export function stateGrants(use: Granting, held: Set<Principal>, right: Right): boolean {
  return Object.entries(use.grants).some(
    ([principal, listed]) => held.has(principal) && listed.includes(right),
  )
}

/** Whether a person has a right on a document: folder and state must both say yes. */
export const allows = (
  person: Person,
  chain: Folder[],
  use: Granting,
  right: Right,
  relation: Relation = stranger,
): boolean => allowsIn(chain, principalsOf(person, chain, relation), use, right)

/** As `allows`, of somebody whose principals there are known. */
export const allowsIn = (chain: Folder[], held: Set<Principal>, use: Granting, right: Right): boolean =>
  folderGrants(chain, held, right).granted && stateGrants(use, held, right)
