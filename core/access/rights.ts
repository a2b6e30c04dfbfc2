import type { Person, Principal, Right, StateUse } from '../lifecycle/types'
import type { Folder } from './types'

/** The folders from the root down to a path, those that exist. */
export function chainTo(folders: Folder[], path: string): Folder[] {
  return folders
    .filter((folder) => folder.path === '/' || path === folder.path || path.startsWith(`${folder.path}/`))
    .sort((a, b) => a.path.length - b.path.length)
}

/** Every principal that a person is at a place: themselves, their groups, anyone, and the roles they play there. */
export function principalsOf(person: Person, chain: Folder[]): Set<Principal> {
  const held = new Set<Principal>([
    'anyone',
    `person:${person.id}`,
    ...person.groups.map((group) => `group:${group}`),
  ])
  const decided = new Set<string>()
  for (const folder of [...chain].reverse())
    for (const [role, players] of Object.entries(folder.roles ?? {})) {
      if (decided.has(role)) continue
      decided.add(role)
      if (players.some((player) => held.has(player))) held.add(`role:${role}`)
    }
  return held
}

/**
 * Whether a place grants a right. Grants add up from the root down; a withheld right beats grants from above and at its
 * own folder; a grant further down beats it. `folder` is the one that decided; undefined where none did.
 */
export function placeGrants(
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
export function stateGrants(use: StateUse, held: Set<Principal>, right: Right): boolean {
  return Object.entries(use.grants).some(
    ([principal, listed]) => held.has(principal) && listed.includes(right),
  )
}

/** Whether a person has a right on a document: the place and the state must both say yes. */
export function allows(person: Person, chain: Folder[], use: StateUse, right: Right): boolean {
  const held = principalsOf(person, chain)
  return placeGrants(chain, held, right).granted && stateGrants(use, held, right)
}
