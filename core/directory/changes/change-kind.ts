import type { Configuration } from '../../configuration'
import type { Fields } from '../../shape'
import type { VaultDirectory } from '../types'

/** What a change is read against besides the directory: the names that the configuration gives. */
export type Words = Pick<Configuration, 'roles' | 'lifecycles' | 'classes'>

/** Everything that one kind of change to the directory is: its fields besides `kind`, what it does, how it is said. */
export interface ChangeKind<Change> {
  fields: Fields
  /** The directory after it; the one given is left as it is. @throws DirectoryError */
  apply: (directory: VaultDirectory, change: Change, words: Words) => VaultDirectory
  /** For the list of changes and for undo; the directory is the one before it. */
  words: (directory: VaultDirectory, change: Change, words: Words) => string
}
