export {
  type Bound,
  bindingsFor,
  boundChanges,
  type BoundReading,
  concerning,
  endingOf,
  misspeltAmong,
  readBound,
} from './binding'
export { atCheckIn, type BindingConflict, type BoundFile, type CheckedIn } from './check-in'
export { textOf } from './value'
