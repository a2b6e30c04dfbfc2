export { decideAdoption } from './adopt'
export { blankDocument, classFor } from './class-for'
export { carryOut, type Command, endsRounds, ofKind } from './commands'
export { factsOf } from './complete'
export { decideCheckIn, decideCheckOut, decideUndoCheckOut } from './contents'
export { conditionRecord } from './condition-record'
export { copied, copyNumber, type CopySource } from './copied'
export { decideCorrection, type ToldCorrection, toldCorrection } from './correct'
export { decide } from './decide'
export {
  type Decision,
  done,
  type Outcome,
  outcomeOf,
  reasonsAgainst,
  refused,
  told,
  type Told,
} from './decision'
export {
  type Correction,
  type DocumentSnapshot,
  type Origin,
  type ReferredSnapshot,
  type RegisterRow,
  type Written,
} from './document'
export { decideEdit, type Values } from './edit'
export { beforeFiling, decideFiling, type Filing } from './file'
export { decideHandOn } from './hand-on'
export {
  afterFiring,
  asAttributes,
  type Followed,
  followedIn,
  type Knowledge,
  knowledgeKey,
  namedAt,
  nothingKnown,
  valueOfName,
} from './knowledge'
export { type Letter, lettersOf, type Reader } from './letters'
export { nextLabel } from './next-label'
export { preview, type Previewed } from './preview'
export { reasonsAgainstReferring } from './refer'
export { type Ancestor, ancestorsOf, wouldLoop } from './references'
export { registered, renewed } from './relabel'
export { decideRevising } from './revise'
export { allowsAll } from './rights'
export { decideRollBack } from './roll-back'
export { isMember, type Progress, progressOf, type Signature, signaturesFor } from './round'
export { againstCompleting, decideWithdrawal, initialsOf, othersWhoCould } from './sign'
export { type Standing } from './standing'
export { transferLabel } from './transfer'
export { type Chain, holding, moveOn, system, type Undecided } from './unattended'
export { wayOn, type WayOn } from './ways-on'
export { rightsToFire } from './who-could'
