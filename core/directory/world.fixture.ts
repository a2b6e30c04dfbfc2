import { folders, groups, people } from '../../demo/world'
import type { DirectoryFolder, VaultDirectory } from './types'

/** The people, groups and folders of the demo world. */
export const world: VaultDirectory = {
  people: people.map((person) => ({ ...person, initials: null, active: true })),
  groups,
  folders: folders.map(({ path, rules }) => ({
    path,
    key: path,
    ...(rules as Omit<DirectoryFolder, 'path' | 'key'>),
  })),
}
