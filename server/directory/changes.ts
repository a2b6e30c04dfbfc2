import { desc, eq } from 'drizzle-orm'
import type { Finding } from '../../core/check'
import {
  changeDirectory,
  deltaBetween,
  type DirectoryChange,
  type DirectoryDelta,
  properPerson,
  takenBack,
  type VaultDirectory,
} from '../../core/directory'
import type { MadeDirectoryChange } from '../../shared/answers'
import { type Actor, record } from '../audit/trail'
import { now } from '../clock'
import { published } from '../configuration/published'
import { atomically, type Db, type Tx } from '../database/connection'
import { directoryChanges } from '../database/schema'
import { Refusal } from '../refusal'
import { endAllOf } from '../sessions/leave'
import { wholeDirectory, writeDelta } from './directory'
import { directoryVersion } from './folders'
import { refusingChanges } from './refusing'
import { documentsByPlace } from './standing'

/** A change that was looked at: the state of the directory it was looked at in, and what was found it would break. */
export interface LookedAt {
  version: number
  findings: Finding[]
  /** Whether what would break is accepted. */
  accept: boolean
}

/** A change that was made. @throws Refusal where there is none. */
export function directoryChange(tx: Tx, id: number) {
  const made = tx.select().from(directoryChanges).where(eq(directoryChanges.id, id)).get()
  if (!made) throw new Refusal('not-found', `there is no change ${id} of the directory`)
  return made
}

/** A change that has not been taken back. @throws Refusal */
export function standingChange(tx: Tx, id: number) {
  const made = directoryChange(tx, id)
  if (made.takenBackBy) throw new Refusal('conflict', `“${made.words}” was taken back already`)
  return made
}

/** The newest changes of the directory. */
export const recentChanges = (tx: Tx, limit = 100): MadeDirectoryChange[] =>
  tx
    .select({
      id: directoryChanges.id,
      at: directoryChanges.at,
      personName: directoryChanges.personName,
      words: directoryChanges.words,
      takenBackBy: directoryChanges.takenBackBy,
    })
    .from(directoryChanges)
    .orderBy(desc(directoryChanges.id))
    .limit(limit)
    .all()

/**
 * Makes a change of the directory at once. @throws Refusal where it cannot be made, where the directory has moved on
 * since it was looked at, and where it would break something that is not accepted.
 */
export function makeChange(db: Db, actor: Actor, change: DirectoryChange, looked: LookedAt): number {
  return atomically(db, (tx) => {
    requireUnmoved(tx, looked.version)
    const before = wholeDirectory(tx)
    const made = refusingChanges(() => changeDirectory(before, change, published(tx).configuration))
    requireAccepted(looked)
    return write(tx, actor, before, made.after, made.words)
  })
}

/** Puts a whole directory in place of the one there is. @throws Refusal if somebody in it cannot be kept so */
export function replaceDirectory(db: Db, actor: Actor, wanted: VaultDirectory): void {
  atomically(db, (tx) => {
    const people = refusingChanges(() => wanted.people.map((person) => properPerson(wanted, person)))
    write(tx, actor, wholeDirectory(tx), { ...wanted, people }, 'Bring people and folders in from a file')
  })
}

/** Takes a change back, as a change of its own, which can be taken back again. @throws Refusal */
export function takeChangeBack(db: Db, actor: Actor, id: number, looked: LookedAt): number {
  return atomically(db, (tx) => {
    requireUnmoved(tx, looked.version)
    const made = standingChange(tx, id)
    const before = wholeDirectory(tx)
    const after = refusingChanges(() => takenBack(before, made.delta))
    requireAccepted(looked)
    const by = write(tx, actor, before, after, `Taken back: ${made.words}`)
    tx.update(directoryChanges).set({ takenBackBy: by }).where(eq(directoryChanges.id, id)).run()
    return by
  })
}

function requireUnmoved(tx: Tx, version: number): void {
  if (directoryVersion(tx) === version) return
  throw new Refusal(
    'conflict',
    'people, groups or folders were changed by somebody else meanwhile: look at what it would do now, and try again',
  )
}

/** @throws Refusal for what can never be accepted, and for what was not. */
function requireAccepted({ findings, accept }: LookedAt): void {
  const broken = findings.filter(({ code }) => code === 'unknown-reference')
  if (broken.length)
    throw new Refusal(
      'conflict',
      `the configuration in force still speaks of it: ${broken[0]!.message}`,
      broken,
    )
  const heavy = findings.filter(({ severity }) => severity !== 'advice')
  if (heavy.length && !accept)
    throw new Refusal('conflict', `it would break something: ${heavy[0]!.message}`, heavy)
}

function write(tx: Tx, actor: Actor, before: VaultDirectory, after: VaultDirectory, words: string): number {
  const delta = deltaBetween(before, after)
  requireEmptyFolders(tx, delta)
  writeDelta(tx, delta)
  for (const { before: was, after: is } of delta.people) if (was?.active && !is?.active) endAllOf(tx, was.id)
  const { id } = tx
    .insert(directoryChanges)
    .values({ at: now(), personName: actor.name, words, delta })
    .returning({ id: directoryChanges.id })
    .get()
  record(tx, actor, {
    code: 'change-directory',
    action: words.length > 200 ? `${words.slice(0, 199)}…` : words,
    subject: subjectOf(delta),
    before: sideOf(delta, 'before'),
    after: sideOf(delta, 'after'),
  })
  return id
}

/** @throws Refusal where documents stand in a folder that would be gone. */
function requireEmptyFolders(tx: Tx, { folders }: DirectoryDelta): void {
  const gone = folders.flatMap(({ before, after }) => (before && !after ? [before.path] : []))
  if (gone.length === 0) return
  const standing = documentsByPlace(tx).filter(({ folder }) => gone.includes(folder))
  const count = standing.reduce((sum, { documents }) => sum + documents, 0)
  if (count === 0) return
  const what = count === 1 ? 'a document stands' : `${count} documents stand`
  throw new Refusal('conflict', `${what} in ${standing[0]!.folder}: a folder goes once nothing is in it`)
}

function subjectOf({ people, groups, folders }: DirectoryDelta) {
  const [person, group, folder] = [people[0], groups[0], folders[0]].map((one) => one?.after ?? one?.before)
  if (folder && 'path' in folder) return { kind: 'folder' as const, id: folder.path, name: folder.path }
  if (group && 'name' in group) return { kind: 'group' as const, id: group.id, name: group.name }
  if (person && 'name' in person && people.length === 1)
    return { kind: 'person' as const, id: person.id, name: person.name }
  return { kind: 'vault' as const, id: 'directory', name: 'Directory' }
}

/** One side of a change for the trail; of very many people their number alone. */
function sideOf({ people, groups, folders }: DirectoryDelta, side: 'before' | 'after') {
  const list = <Thing>(changes: { before: Thing | null; after: Thing | null }[]) =>
    changes.length > 50 ? changes.length : changes.map((change) => change[side])
  return {
    ...(people.length ? { people: list(people) } : {}),
    ...(groups.length ? { groups: list(groups) } : {}),
    ...(folders.length ? { folders: list(folders) } : {}),
  }
}
