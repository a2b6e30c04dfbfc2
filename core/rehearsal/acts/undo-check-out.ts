import { decideUndoCheckOut } from '../../engine'
import type { ActKind } from './act-kind'

export interface UndoCheckOutAct {
  act: 'undo-check-out'
}

export const undoCheckOut: ActKind<UndoCheckOutAct> = {
  fields: {},
  movesOn: false,
  decide: (_, { standing, person }) =>
    decideUndoCheckOut({ ...standing, isAdministrator: person.administrator }),
}
