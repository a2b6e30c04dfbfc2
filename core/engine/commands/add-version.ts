import type { CommandKind } from './command-kind'

/**
 * Adds a version: with the content of the current one, of an earlier one by its number, or of the file that
 * comes with the act.
 */
export interface AddVersion {
  kind: 'add-version'
  version: number
  revision: string | null
  comment: string | null
  content: 'current' | 'incoming' | number
}

export const addVersion: CommandKind<AddVersion> = {
  apply: (document, { version }) => ({ ...document, version }),
}
