import type { Written } from '../document'
import type { CommandKind } from './command-kind'

export interface WriteAttribute extends Written {
  kind: 'write-attribute'
}

export const writeAttribute: CommandKind<WriteAttribute> = {
  apply: (document, { attribute, after }) => ({
    ...document,
    record: { ...document.record, [attribute]: after },
  }),
}
