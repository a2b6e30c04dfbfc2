import {
  allowsIn,
  chainTo,
  type Directory,
  type Folder,
  type Person,
  principalsOf,
  relationOf,
} from '../access'
import { type Configuration, lifecycleOf, stateUseOf } from '../configuration'
import { canonicalNumber } from '../numbering'
import type { DocumentSnapshot, Reader, ReferredSnapshot, Standing } from '../engine'

/** Somebody of the directory that a rehearsal runs in. */
export interface Actor extends Reader {
  active: boolean
  administrator: boolean
}

/** A vault in memory: what acts are rehearsed on. */
export interface World {
  configuration: Configuration
  folders: Folder[]
  people: Actor[]
  /** ISO day. */
  today: string
  /** By their numbers in one case; references go by the same. */
  documents: Map<string, DocumentSnapshot>
  /** The numbers that each document refers to. */
  references: Map<string, string[]>
}

/** An empty vault with a configuration and a directory. */
export const emptyWorld = (configuration: Configuration, directory: Directory, today: string): World => ({
  ...{ configuration, today, folders: directory.folders as Folder[] },
  people: directory.people.map(({ active = true, administrator = false, ...person }) => ({
    ...person,
    ...{ active, administrator },
  })),
  documents: new Map(),
  references: new Map(),
})

export const activePeople = ({ people }: World): Actor[] => people.filter(({ active }) => active)

/** A document by its number, in whatever case it is written. */
export const documentNumbered = ({ documents }: World, number: string): DocumentSnapshot | undefined =>
  documents.get(canonicalNumber(number))

/** Whether somebody may see a document where it stands. */
export function sees({ configuration, folders }: World, person: Person, document: DocumentSnapshot): boolean {
  const chain = chainTo(folders, document.folder)
  const use = stateUseOf(lifecycleOf(configuration, document.lifecycle), document.state)
  return allowsIn(chain, principalsOf(person, chain, relationOf(person, document)), use, 'see')
}

/** What each document is referred to by. */
export const parentsIn =
  ({ documents, references }: World) =>
  (number: string): string[] =>
    [...references].flatMap(([parent, children]) =>
      children.includes(canonicalNumber(number)) ? [documents.get(parent)!.number] : [],
    )

/** All that a document refers to, itself or through others; without its number what somebody may not see. */
function referredBy(world: World, person: Person, number: string): ReferredSnapshot[] {
  const start = canonicalNumber(number)
  const found = new Map<string, boolean>()
  const open = [start]
  for (let at = open.pop(); at !== undefined; at = open.pop())
    for (const child of world.references.get(at) ?? []) {
      if (!found.has(child)) open.push(child)
      found.set(child, found.get(child) || at === start)
    }
  return [...found].map(([child, direct]) => {
    const document = world.documents.get(child)!
    return { number: sees(world, person, document) ? document.number : null, state: document.state, direct }
  })
}

/** What a decision about an act of somebody on a document rests on. */
export const standingIn = (
  world: World,
  person: Person,
  document: DocumentSnapshot,
  comment?: string,
): Standing => ({
  configuration: world.configuration,
  folders: world.folders,
  document: { ...document, references: referredBy(world, person, document.number) },
  person,
  people: () => activePeople(world),
  today: world.today,
  comment,
})
