export {
  type Choice,
  type CompanyPattern,
  companyPatterns,
  missingGrants,
  patternFolders,
  rootGrants,
} from './company'
export { type Difference, differences } from './differences'
export { type StatePatch } from './edits/change-state'
export { type TransitionPatch } from './edits/change-transition'
export { applyEdit, describeEdit, type Edit, editKind, editShape } from './edits'
export { replaying } from './edits/replay'
export { emptyConfiguration, isEmptyConfiguration } from './empty'
export { nameHint } from './general-names'
export { bindingsInWords } from './binding-words'
export { usesOf } from './edits/remove-attribute'
export {
  boundIn,
  attributeName,
  attributeOf,
  catalogueState,
  classOf,
  lifecycleOf,
  principalName,
  schemeFor,
  schemeIn,
  namedState,
  stateName,
  stateUseOf,
  transitionOf,
  UnknownError,
} from './look-up'
export { mayFire, nobodyFires } from './may-fire'
export { EditError, idFor } from './naming'
export { patterns } from './patterns'
export { type Phase, phaseKinds, phases } from './phases'
export { configurationFields, configurationSchema } from './shape'
export { idsOnSheet, type SheetPart, sheetOf } from './sheets'
export { type Trigger, triggerKind, triggerKinds } from './triggers'
export {
  type Configuration,
  type DocumentClass,
  type Lifecycle,
  type Notice,
  type Seat,
  type SheetGroup,
  type StateUse,
  type Transition,
} from './types'
export { effectInWords, guardInWords, stepWord, toldInWords, whenAndThen, whoFires } from './words'
