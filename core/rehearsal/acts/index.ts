import { adopt, type AdoptAct } from './adopt'
import type { ActKind } from './act-kind'
import { checkIn, type CheckInAct } from './check-in'
import { checkOut, type CheckOutAct } from './check-out'
import { correct, type CorrectAct } from './correct'
import { edit, type EditAct } from './edit'
import { fire, type FireAct } from './fire'
import { handOn, type HandOnAct } from './hand-on'
import { newRevision, type NewRevisionAct } from './new-revision'
import { refer, type ReferAct } from './refer'
import { rollBack, type RollBackAct } from './roll-back'
import { undoCheckOut, type UndoCheckOutAct } from './undo-check-out'
import { withdraw, type WithdrawAct } from './withdraw'

/** What somebody does with a document that is there. */
export type Deed =
  | EditAct
  | CheckOutAct
  | UndoCheckOutAct
  | CheckInAct
  | FireAct
  | WithdrawAct
  | AdoptAct
  | NewRevisionAct
  | CorrectAct
  | RollBackAct
  | ReferAct
  | HandOnAct

/** Every kind of act on a document that is there. One that is missing here does not compile. */
export const actKinds: { [Kind in Deed['act']]: ActKind<Extract<Deed, { act: Kind }>> } = {
  edit,
  'check-out': checkOut,
  'undo-check-out': undoCheckOut,
  'check-in': checkIn,
  fire,
  withdraw,
  adopt,
  'new-revision': newRevision,
  correct,
  'roll-back': rollBack,
  refer,
  'hand-on': handOn,
}

export const actKind = ({ act }: Deed): ActKind<Deed> => actKinds[act] as unknown as ActKind<Deed>
