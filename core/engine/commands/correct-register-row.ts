import type { RegisterRow } from '../document'
import type { CommandKind } from './command-kind'

/** Puts another label into a row, by its place from 0; the versions that carry the old one follow. */
export interface CorrectRegisterRow {
  kind: 'correct-register-row'
  index: number
  before: string
  row: RegisterRow
}

export const correctRegisterRow: CommandKind<CorrectRegisterRow> = {
  apply: (document, { index, row }) => ({ ...document, register: document.register.with(index, row) }),
}
