import { parentOf } from '../../access'
import { filledText } from '../../shape'
import { folderOf } from '../find'
import { DirectoryError } from '../types'
import { properPath } from './add-folder'
import type { ChangeKind } from './change-kind'

/** Another path for a folder and all below it: another name, another place, or both. */
export interface MoveFolder {
  kind: 'move-folder'
  path: string
  to: string
}

export const moveFolder: ChangeKind<MoveFolder> = {
  fields: { path: filledText(1000), to: filledText(1000, 'a folder needs a path') },
  apply(directory, { path, to: asked }) {
    folderOf(directory, path)
    if (path === '/') throw new DirectoryError('the folder / is where all others are, and stays')
    const moves = (one: string) => one === path || one.startsWith(`${path}/`)
    const others = directory.folders.filter((folder) => !moves(folder.path))
    const to = properPath({ ...directory, folders: others }, asked)
    if (moves(parentOf(to)))
      throw new DirectoryError(`${path} cannot be moved below itself: choose another folder`)
    folderOf(directory, parentOf(to))
    const folders = directory.folders.map((folder) =>
      moves(folder.path) ? { ...folder, path: to + folder.path.slice(path.length) } : folder,
    )
    const long = folders.find((folder) => folder.path.length > 1000)
    if (long)
      throw new DirectoryError(`${long.path.slice(0, 60)}… would be too long: 1000 characters at most`)
    return { ...directory, folders }
  },
  words: (_, { path, to }) =>
    parentOf(path) === parentOf(to)
      ? `Rename the folder ${path} to ${to.slice(to.lastIndexOf('/') + 1)}`
      : `Move the folder ${path} to ${to}`,
}
