import { sql } from 'drizzle-orm'
import {
  type Directory,
  type Folder,
  type Person,
  type Relation,
  rightsInFolders,
  parentOf,
} from '../../core/access'
import type { DirectoryFolder } from '../../core/directory'
import { oncePerConnection, type Tx } from '../database/connection'
import { directoryState, folders, people, places } from '../database/schema'

const statements = oncePerConnection((db) => ({
  version: db.select({ version: directoryState.version }).from(directoryState).prepare(),
  folders: db
    .select()
    .from(folders)
    .orderBy(sql`rowid`)
    .prepare(),
  inUse: db.selectDistinct({ folder: places.folder, lifecycle: places.lifecycle }).from(places).prepare(),
}))

/** Counts every change of people, groups and folders, whoever made it. */
export const directoryVersion = (tx: Tx): number => statements(tx).version.get()!.version

/** What is made of the folders once for each version of the directory. */
interface Known {
  version: number
  folders: DirectoryFolder[]
  paths: Map<string, string>
  rights: ReturnType<typeof rightsInFolders>
}
const knownOf = oncePerConnection((): { last?: Known } => ({}))

function known(tx: Tx): Known {
  const version = directoryVersion(tx)
  const keep = knownOf(tx)
  if (keep.last?.version !== version) {
    const all = statements(tx)
      .folders.all()
      .map(({ path, key, rules }) => ({ path, key, ...rules }))
    const paths = new Map(all.map(({ key, path }) => [key, path]))
    keep.last = { version, folders: all, paths, rights: rightsInFolders(all) }
  }
  return keep.last!
}

/** Every folder with its rules, in the order in which they were added. */
export const allFolders = (tx: Tx): DirectoryFolder[] => known(tx).folders

/** The keys of a folder and of all below it. */
export const foldersBelow = (tx: Tx, path: string): string[] =>
  tx
    .select({ key: folders.key, path: folders.path })
    .from(folders)
    .all()
    .filter((folder) => folder.path === path || folder.path.startsWith(`${path}/`))
    .map(({ key }) => key)

/** The path that a folder has now, by the key that documents name it by. */
export function pathOfFolder(tx: Tx): (key: string) => string {
  const { paths } = known(tx)
  return (key) => paths.get(key) ?? key
}

/** Who somebody is in a folder, and what the folders grant them there. */
export const inFolderAs = (
  tx: Tx,
): ((person: Person, path: string, relation?: Relation) => ReturnType<Known['rights']>) => known(tx).rights

/** The lifecycles whose documents stand in each folder, by its key. */
export function inUseIn(tx: Tx): Map<string, string[]> {
  const inUse = new Map<string, string[]>()
  for (const { folder, lifecycle } of statements(tx).inUse.all())
    inUse.set(folder, [...(inUse.get(folder) ?? []), lifecycle])
  return inUse
}

/** What is at home in each folder: what it names itself, or the nearest one above does, and what is in use there. */
export function homeOf(
  folders: DirectoryFolder[],
  inUse: Map<string, string[]>,
  named: (folder: DirectoryFolder) => string[] | undefined,
): Map<string, string[]> {
  const said = new Map<string, string[]>()
  const sorted = [...folders].sort((one, other) => one.path.length - other.path.length)
  return new Map(
    sorted.map((folder) => {
      const own = named(folder) ?? said.get(parentOf(folder.path)) ?? []
      said.set(folder.path, own)
      return [folder.path, [...new Set([...own, ...(inUse.get(folder.key) ?? [])])]]
    }),
  )
}

/** The people and folders that a configuration is checked against. */
export function directoryOf(tx: Tx): Directory {
  const home = homeOf(allFolders(tx), inUseIn(tx), ({ lifecycles }) => lifecycles)
  return {
    people: tx
      .select({
        id: people.id,
        name: people.name,
        mail: people.mail,
        groups: people.groups,
        active: people.active,
      })
      .from(people)
      .all(),
    folders: allFolders(tx).map((folder): Folder & { lifecycles: string[] } => ({
      ...folder,
      lifecycles: home.get(folder.path) ?? [],
    })),
  }
}
