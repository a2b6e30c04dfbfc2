import { parentOf } from '../../access'
import { filledText } from '../../shape'
import { folderOf } from '../find'
import { DirectoryError, type VaultDirectory } from '../types'
import type { ChangeKind } from './change-kind'

export interface AddFolder {
  kind: 'add-folder'
  path: string
}

/** The characters that no folder’s name may have: what a file system, an address or an eye would take amiss. */
const strange = /[\u0000-\u001f\u007f\u200b-\u200f\u202a-\u202e\u2066-\u2069\\]/u

/** A path as it is kept. @throws DirectoryError where it cannot be one, or is taken. */
export function properPath(directory: VaultDirectory, asked: string): string {
  const path = asked.normalize('NFC')
  const names = path.split('/').slice(1)
  const refuse = (why: string) => new DirectoryError(`“${asked}” cannot be a folder: ${why}`)
  if (!path.startsWith('/')) throw refuse('its path begins with /')
  if (names.some((name) => name === '' || name !== name.trim()))
    throw refuse('each name in it is filled, without blanks around')
  if (names.some((name) => name === '.' || name === '..')) throw refuse('“.” and “..” are no names')
  if (strange.test(path)) throw refuse('it has a character that is not seen, or a \\')
  if (path.length > 1000) throw refuse('a path has at most 1000 characters')
  const same = directory.folders.find((folder) => folder.path.toLowerCase() === path.toLowerCase())
  if (same) throw new DirectoryError(`there is a folder ${same.path} already`)
  return path
}

/** A key that no folder has: its path, or that with a number where a renamed folder had the path before. */
function newKey({ folders }: VaultDirectory, path: string): string {
  const taken = new Set(folders.map(({ key }) => key))
  let key = path
  for (let count = 2; taken.has(key); count++) key = `${path}#${count}`
  return key
}

export const addFolder: ChangeKind<AddFolder> = {
  fields: { path: filledText(1000, 'a folder needs a path') },
  apply(directory, { path: asked }) {
    const path = properPath(directory, asked)
    folderOf(directory, parentOf(path))
    return { ...directory, folders: [...directory.folders, { path, key: newKey(directory, path) }] }
  },
  words: (_, { path }) => `Add the folder ${path}`,
}
