import type { DocumentSnapshot } from '../document'

/**
 * What one kind of command is: what it makes of a document in memory. The vault's interpreter writes the same
 * to its tables.
 */
export interface CommandKind<Command> {
  apply: (document: DocumentSnapshot, command: Command) => DocumentSnapshot
}
