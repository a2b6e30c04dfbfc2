import { configurationFields } from '../shape'
import { object, text } from '../../shape'
import type { Configuration } from '../types'
import type { EditKind } from './edit-kind'

/** Puts another configuration in place of the whole: an earlier one, or one from a file. */
export interface Replace {
  kind: 'replace'
  configuration: Configuration
  words: string
}

export const replace: EditKind<Replace> = {
  fields: { configuration: object(configurationFields()), words: text(2000) },
  apply: (_, { configuration }) => configuration,
  words: (_, { words }) => words,
  spoilsLabels: true,
  internal: true,
}
