import type { Folder } from './folder'
import type { Person } from './person'
import { anyone, principal, type Principal } from './principal'
import { type Relation, stranger } from './relation'
import { type Right, rights } from './rights'
import { type Granting, withRelation } from './rules'

/** Rights as bits, in the order in which they are shown. */
export type RightSet = number

const bits = new Map(rights.map((right, index) => [right, 1 << index]))
export const bitOf = (right: Right): RightSet => bits.get(right)!
/** Words that are no right count as nothing. */
export const rightSet = (list: Right[]): RightSet =>
  list.reduce((set, right) => set | (bits.get(right) ?? 0), 0)
export const rightsOf = (set: RightSet): Right[] => rights.filter((right) => set & bitOf(right))

/** Who somebody is in a folder, and what the folders grant them there. */
export interface InFolder {
  held: Set<Principal>
  granted: RightSet
}

/** One rule on the way from the root: it ends what was before, gives, or takes. */
type Rule = { kind: 'afresh' } | { kind: 'grant' | 'withhold'; principal: Principal; rights: RightSet }

/** What holds in a folder, its own and from above. */
interface Compiled {
  rules: Rule[]
  /** Who plays each role there, by the nearest folder that says so. */
  roles: [role: Principal, players: Principal[]][]
}

const nothing: Compiled = { rules: [], roles: [] }

/**
 * What people may in folders, made once for a directory and asked ever so often: the same answers as `folderGrants`
 * gives, without going through all folders each time. A path that is no folder is as the nearest one above it. `as`
 * asks for principals as such instead of a person.
 */
export function rightsInFolders(folders: Folder[]) {
  const byPath = new Map(folders.map((folder) => [folder.path, folder]))
  const made = new Map<string, Compiled>()
  const compiled = (path: string): Compiled => {
    const known = made.get(path)
    if (known) return known
    const above = path === '/' ? nothing : compiled(parentOf(path))
    const folder = byPath.get(path)
    const here = folder ? below(above, folder) : above
    made.set(path, here)
    return here
  }
  return (person: Person, path: string, relation: Relation = stranger, as?: Set<Principal>): InFolder => {
    const { rules, roles } = compiled(path)
    const held = as ?? heldBy(person, roles, relation)
    return { held, granted: granted(rules, held) }
  }
}

/** The path of the folder above; the root’s is its own. */
export const parentOf = (path: string): string => path.slice(0, Math.max(0, path.lastIndexOf('/'))) || '/'

const rulesOf = (kind: 'grant' | 'withhold', listed: Record<Principal, Right[]> | undefined): Rule[] =>
  Object.entries(listed ?? {}).map(([principal, list]) => ({ kind, principal, rights: rightSet(list) }))

function below(above: Compiled, folder: Folder): Compiled {
  const own = new Map(above.roles)
  for (const [role, players] of Object.entries(folder.roles ?? {})) own.set(principal('role', role), players)
  return {
    rules: [
      ...(folder.startAfresh ? [{ kind: 'afresh' as const }] : above.rules),
      ...rulesOf('grant', folder.grants),
      ...rulesOf('withhold', folder.withhold),
    ],
    roles: [...own],
  }
}

function heldBy(person: Person, roles: Compiled['roles'], relation: Relation): Set<Principal> {
  const held = new Set<Principal>([anyone, principal('person', person.id)])
  for (const group of person.groups) held.add(principal('group', group))
  // Looked up before any is added: roles are played by people, groups or anyone, never by roles.
  const played = roles.filter(([, players]) => players.some((player) => held.has(player)))
  for (const [role] of played) held.add(role)
  return withRelation(held, relation)
}

function granted(rules: Rule[], held: Set<Principal>): RightSet {
  let set: RightSet = 0
  for (const rule of rules)
    if (rule.kind === 'afresh') set = 0
    else if (held.has(rule.principal)) set = rule.kind === 'grant' ? set | rule.rights : set & ~rule.rights
  return set
}

const ofStates = new WeakMap<Granting, [Principal, RightSet][]>()

/** What a state grants to somebody who is all of these. */
export function rightsInState(use: Granting, held: Set<Principal>): RightSet {
  let listed = ofStates.get(use)
  if (!listed) {
    listed = Object.entries(use.grants).map(([principal, list]) => [principal, rightSet(list)])
    ofStates.set(use, listed)
  }
  let set: RightSet = 0
  for (const [principal, listedRights] of listed) if (held.has(principal)) set |= listedRights
  return set
}
