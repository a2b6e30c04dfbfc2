import type { Directory, Folder } from '../../core/access'
import { oncePerConnection, type Tx } from '../database/connection'
import { documents, folders, people } from '../database/schema'

const statements = oncePerConnection((db) => ({ folders: db.select().from(folders).prepare() }))

/** Every folder with its rules. */
export const allFolders = (tx: Tx): Folder[] =>
  statements(tx)
    .folders.all()
    .map(({ path, rules }) => ({ path, ...rules }))

/**
 * The people and folders that a configuration is checked against; a folder stands for the lifecycles of the
 * documents in it.
 */
export function directoryOf(tx: Tx): Directory {
  const inUse = new Map<string, string[]>()
  const used = tx
    .selectDistinct({ folder: documents.folder, lifecycle: documents.lifecycle })
    .from(documents)
    .all()
  for (const { folder, lifecycle } of used) inUse.set(folder, [...(inUse.get(folder) ?? []), lifecycle])
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
    folders: allFolders(tx).map((folder) => ({ ...folder, lifecycles: inUse.get(folder.path) ?? [] })),
  }
}
