import type { Fields } from '../../shape'
import type { Configuration } from '../types'

/** Everything that one kind of edit is: its fields besides `kind`, what it does, and how it is said. */
export interface EditKind<Edit> {
  fields: Fields
  /** The configuration after it; the one given is left as it is. @throws EditError or UnknownError */
  apply: (configuration: Configuration, edit: Edit) => Configuration
  /** For the list of edits and for undo; the configuration is the one before it. */
  words: (configuration: Configuration, edit: Edit) => string
  /** Whether it can make a label that is in use illegal. */
  spoilsLabels?: true
  /** Made by the vault itself, never sent by a browser. */
  internal?: true
}
