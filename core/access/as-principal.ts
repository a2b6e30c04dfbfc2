import type { Folder } from './folder'
import { anyone, idOf, principal, type Principal } from './principal'
import { chainTo, principalsOf } from './rules'

/**
 * Everything that somebody is in a folder who is a principal as such: a role is that and anyone; a group is also the
 * roles it plays there; a person all that they are, by `groupsOf`.
 */
export function heldAs(
  folders: Folder[],
  path: string,
  as: Principal,
  groupsOf: (person: string) => string[] = () => [],
): Set<Principal> {
  const person = idOf('person', as)
  const group = idOf('group', as)
  if (person === undefined && group === undefined) return new Set([anyone, as])
  const groups = person === undefined ? [group!] : groupsOf(person)
  const held = principalsOf({ id: person ?? '', name: '', groups }, chainTo(folders, path))
  if (person === undefined) held.delete(principal('person', ''))
  return held
}

/** Who plays a role in a folder, and the folder that says so; undefined where none does. */
export function playersOf(
  folders: Folder[],
  path: string,
  role: string,
): { players: Principal[]; folder: string } | undefined {
  const folder = chainTo(folders, path).findLast(({ roles }) => roles && Object.hasOwn(roles, role))
  return folder && { players: folder.roles![role]!, folder: folder.path }
}
