export * from './types'
export { adoptable, decideAdoption, type Adoption } from './adopt'
export { decideCorrection, type Corrected, type CorrectionRequest } from './correct'
export { conditionRecord, decide, type Request } from './decide'
export { differences, type Difference } from './differences'
export { applyEdit, describeEdit, editKinds, type Edit, type StatePatch, type TransitionPatch } from './edit'
export { EditError, idFor } from './naming'
export { patterns, type Pattern } from './patterns'
export {
  attributeOf,
  catalogueState,
  classOf,
  lifecycleOf,
  principalName,
  schemeFor,
  schemeIn,
  schemeOf,
  stateName,
  stateUseOf,
  transitionOf,
  UnknownError,
} from './look-up'
export { decideRevising, type Revising } from './revise'
export { type Decision, type Outcome, type Reason, type Standing } from './outcome'
export { ancestorsOf, wouldLoop, type Ancestor } from './references'
export { reasonsAgainstRollBack } from './roll-back'
export { render, templateFault, valueFor } from './template'
export { wayOn, waysBetween, type WayOn } from './ways-on'
