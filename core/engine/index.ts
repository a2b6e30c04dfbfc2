export { decideAdoption } from './adopt'
export { blankDocument, classFor } from './class-for'
export { carryOut, type Command, endsRounds, ofKind } from './commands'
export { decideCheckIn, decideCheckOut, decideUndoCheckOut } from './contents'
export { conditionRecord } from './condition-record'
export { decideCorrection, type ToldCorrection, toldCorrection } from './correct'
export { decide } from './decide'
export { type Decision, type Outcome, outcomeOf, reasonsAgainst, told, type Told } from './decision'
export {
  type Correction,
  type DocumentSnapshot,
  type Origin,
  type ReferredSnapshot,
  type RegisterRow,
} from './document'
export { decideEdit, type Values } from './edit'
export { beforeFiling, decideFiling, type Filing } from './file'
export { decideHandOn } from './hand-on'
export { type Letter, lettersOf, type Reader } from './letters'
export { nextLabel } from './next-label'
export { reasonsAgainstReferring } from './refer'
export { type Ancestor, ancestorsOf, wouldLoop } from './references'
export { registered, renewed } from './relabel'
export { decideRevising } from './revise'
export { allowsAll } from './rights'
export { decideRollBack } from './roll-back'
export { type Progress, progressOf, type Signature, signaturesFor } from './round'
export { decideWithdrawal, initialsOf, othersWhoCould } from './sign'
export { type Standing } from './standing'
export { type Chain, moveOn, system, type Undecided } from './unattended'
export { wayOn, type WayOn } from './ways-on'
