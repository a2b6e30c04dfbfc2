export * from './types'
export {
  namePattern,
  PatternError,
  patternParts,
  readName,
  usualPatterns,
  type NamePattern,
  type NameReading,
} from './pattern'
export { canonicalNumber, nextLabel, planIntake, type PlanInput } from './plan'
export {
  readRegister,
  RegisterError,
  registerColumns,
  type LineProblem,
  type RegisterColumn,
  type RegisterEntry,
} from './register-file'
