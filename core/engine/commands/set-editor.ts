import type { CommandKind } from './command-kind'

/** Somebody changed content or record. */
export interface SetEditor {
  kind: 'set-editor'
  person: string
}

/** Somebody changed it by the act that this belongs to. */
export const editedBy = ({ id }: { id: string }): SetEditor => ({ kind: 'set-editor', person: id })

export const setEditor: CommandKind<SetEditor> = {
  apply: (document, { person }) => ({ ...document, lastEditor: person }),
}
