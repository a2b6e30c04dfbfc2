export { differences } from './differences'
export {
  applyEdit,
  describeEdit,
  type Edit,
  editKinds,
  type StatePatch,
  type TransitionPatch,
} from './edits/edit'
export { nameHint } from './general-names'
export {
  attributeOf,
  catalogueState,
  classOf,
  lifecycleOf,
  principalName,
  schemeFor,
  schemeIn,
  stateName,
  stateUseOf,
  transitionOf,
  UnknownError,
} from './look-up'
export { mayFire, nobodyFires } from './may-fire'
export { EditError, idFor } from './naming'
export { patterns } from './patterns'
export {
  type Configuration,
  type DocumentClass,
  type Effect,
  type Lifecycle,
  type Notice,
  type Phase,
  phases,
  type RevisionStep,
  type Seat,
  type StateUse,
  type Transition,
} from './types'
export { stepWord, whenAndThen, whoFires } from './words'
