export { decideAdoption } from './adopt'
export { blankDocument, classFor } from './class-for'
export { carryOut, type Command, ofKind } from './commands'
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
export { decideHandOn } from './hand-on'
export { nextLabel } from './next-label'
export { type Ancestor, ancestorsOf, wouldLoop } from './references'
export { registered, renewed } from './relabel'
export { decideRevising } from './revise'
export { allowsAll } from './rights'
export { decideRollBack } from './roll-back'
export { type Standing } from './standing'
export { wayOn, type WayOn } from './ways-on'
