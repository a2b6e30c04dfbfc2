export { type Bound, boundChanges, bindingsFor, type BoundReading, endingOf, readBound } from './binding'
export { textOf } from './value'
