import { playerShape, type Principal } from '../../access'
import { filledText, list, map, object, optional } from '../../shape'
import type { VaultDirectory } from '../types'
import { addFolder } from './add-folder'
import type { ChangeKind, Words } from './change-kind'
import { setRole } from './set-role'

/** The most folders of one list: each is looked up among all others. */
export const mostFolders = 2000

/** One line of a list of folders: a new folder, or what changes of one that is there. */
export interface ImportedFolder {
  path: string
  /** The players of each role that the line speaks of. */
  roles?: Record<string, Principal[]>
}

/** Many folders at once, as one change that is taken back as one. */
export interface ImportFolders {
  kind: 'import-folders'
  source: string
  folders: ImportedFolder[]
}

const isThere = ({ folders }: VaultDirectory, { path: asked }: ImportedFolder): boolean =>
  folders.some(({ path }) => path === asked)

/** The directory with one line of the list done. @throws DirectoryError */
export function withImportedFolder(
  directory: VaultDirectory,
  folder: ImportedFolder,
  words: Words,
): VaultDirectory {
  const { path, roles = {} } = folder
  const before = isThere(directory, folder)
    ? directory
    : addFolder.apply(directory, { kind: 'add-folder', path }, words)
  return Object.entries(roles).reduce(
    (now, [role, players]) => setRole.apply(now, { kind: 'set-role', folder: path, role, players }, words),
    before,
  )
}

export const importFolders: ChangeKind<ImportFolders> = {
  fields: {
    source: filledText(255),
    folders: list(
      object({ path: filledText(1000), roles: optional(map(list(playerShape, 500))) }),
      mostFolders,
    ),
  },
  apply: (directory, { folders }, words) =>
    folders.reduce((before, folder) => withImportedFolder(before, folder, words), directory),
  words(directory, { source, folders }) {
    const changed = folders.filter((folder) => isThere(directory, folder)).length
    return `Folders from ${source}: ${folders.length - changed} new, ${changed} changed`
  },
}
