import type { DocumentSnapshot } from '../document'
import type { CommandKind } from './command-kind'

/** Somebody has it checked out from now on; null where nobody has. */
export interface SetHolder {
  kind: 'set-holder'
  holder: DocumentSnapshot['checkedOutBy']
}

export const setHolder: CommandKind<SetHolder> = {
  apply: (document, { holder }) => ({ ...document, checkedOutBy: holder }),
}
