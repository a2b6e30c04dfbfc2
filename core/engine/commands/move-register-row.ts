import type { CommandKind } from './command-kind'

/** The row of a label stands for another version from now on. */
export interface MoveRegisterRow {
  kind: 'move-register-row'
  label: string
  from: number
  to: number
}

export const moveRegisterRow: CommandKind<MoveRegisterRow> = {
  apply: (document, { label, from, to }) => ({
    ...document,
    register: document.register.map((row) =>
      row.label === label && row.version === from ? { ...row, version: to } : row,
    ),
  }),
}
