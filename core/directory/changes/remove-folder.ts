import { filledText } from '../../shape'
import { folderOf } from '../find'
import { DirectoryError } from '../types'
import type { ChangeKind } from './change-kind'

export interface RemoveFolder {
  kind: 'remove-folder'
  path: string
}

/** Takes a folder away that has none below it; that no document stands in it is asked of the vault. */
export const removeFolder: ChangeKind<RemoveFolder> = {
  fields: { path: filledText(1000) },
  apply(directory, { path }) {
    folderOf(directory, path)
    if (path === '/') throw new DirectoryError('the folder / is where all others are, and stays')
    const below = directory.folders.find((folder) => folder.path.startsWith(`${path}/`))
    if (below)
      throw new DirectoryError(`${path} has folders below it, such as ${below.path}: remove those first`)
    return { ...directory, folders: directory.folders.filter((folder) => folder.path !== path) }
  },
  words: (_, { path }) => `Remove the folder ${path}`,
}
