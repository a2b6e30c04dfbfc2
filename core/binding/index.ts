export {
  misspelt,
  type Bound,
  boundChanges,
  bindingsFor,
  type BoundReading,
  endingOf,
  readBound,
} from './binding'
export { atCheckIn, type BindingConflict, type BoundFile, type CheckedIn } from './check-in'
export { textOf } from './value'
