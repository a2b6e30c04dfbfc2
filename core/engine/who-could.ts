import {
  allowsIn,
  chainTo,
  type Folder,
  idOf,
  type Person,
  type Principal,
  principalsOf,
  readPrincipal,
  relationOf,
  type Right,
  withRelation,
} from '../access'
import {
  type Configuration,
  type Lifecycle,
  principalName,
  stateUseOf,
  type Transition,
} from '../configuration'
import { isAdopting } from '../revision'
import type { DocumentSnapshot } from './document'

/** The rights that firing or signing a transition takes, on folder and state both. */
export const rightsToFire = ({ revision }: Pick<Transition, 'revision'>): Right[] =>
  isAdopting(revision) ? ['see', 'move', 'adopt'] : ['see', 'move']

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
  const everybody = standingAt(asked, chain, among).map((one) => related(one, document))
  const isAble = ({ person, held }: Present): boolean =>
    !needs.notBy?.includes(person.id) &&
    // No right counts without the right to see.
    ['see' as const, ...needs.rights].every((right) => allowsIn(chain, held, use, right)) &&
    (!needs.firedBy || needs.firedBy.some((principal) => held.has(principal)))
  return [...new Set(among)]
    .filter((principal) => everybody.some((one) => one.held.has(principal) && isAble(one)))
    .map((principal) => nameOf(configuration, principal, everybody))
}

/** Somebody, and everything that they are in a folder. */
interface Present {
  person: Person
  held: Set<Principal>
}

const related = ({ person, held }: Present, document: DocumentSnapshot): Present => ({
  person,
  held: withRelation(held, relationOf(person, document)),
})

/** By folders and people, and by the folder that is asked for: a page asks the same of many transitions. */
const known = new WeakMap<Folder[], WeakMap<Person[], Map<string, Present[]>>>()

function standingAt({ folders, document, people }: Asked, chain: Folder[], among: Principal[]): Present[] {
  const stand = (person: Person): Present => ({ person, held: principalsOf(person, chain) })
  if (!people) return standIns(chain, among, document).map(stand)
  const active = people()
  const byPeople = known.get(folders) ?? new WeakMap<Person[], Map<string, Present[]>>()
  known.set(folders, byPeople)
  const byFolder = byPeople.get(active) ?? new Map<string, Present[]>()
  byPeople.set(active, byFolder)
  const made = byFolder.get(document.folder) ?? active.map(stand)
  byFolder.set(document.folder, made)
  return made
}

/** Without the people: one for each principal that is named, who is that alone; a role is whoever plays it. */
function standIns(chain: Folder[], among: Principal[], document: DocumentSnapshot): Person[] {
  const players = chain.flatMap(({ roles }) => Object.values(roles ?? {}).flat())
  return [...new Set([...among, ...players])]
    .filter((principal) => idOf('role', principal) === undefined)
    .map((principal) => {
      const read = readPrincipal(principal)
      const id = read?.kind === 'owner' || read?.kind === 'creator' ? document[read.kind] : read?.id
      return {
        id: read?.kind === 'group' ? '' : (id ?? ''),
        name: principal,
        groups: read?.kind === 'group' ? [read.id] : [],
      }
    })
}

function nameOf(configuration: Configuration, principal: Principal, everybody: Present[]): string {
  const name = principalName(configuration, principal)
  const kind = readPrincipal(principal)?.kind
  if (kind !== 'person' && kind !== 'owner' && kind !== 'creator') return name
  const own = everybody.find(({ held }) => held.has(principal))
  return own ? `${own.person.name}${kind === 'person' ? '' : ` (${name})`}` : name
}
