import type { RegisterRow } from '../document'
import type { CommandKind } from './command-kind'

export interface AddRegisterRow {
  kind: 'add-register-row'
  row: RegisterRow
}

export const addRegisterRow: CommandKind<AddRegisterRow> = {
  apply: (document, { row }) => ({ ...document, register: [...document.register, row] }),
}
