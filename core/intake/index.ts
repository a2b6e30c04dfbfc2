export { type ConflictCode, conflictKinds } from './conflicts'
export { type Evidence, type EvidenceField } from './evidence/evidence'
export { gather, readerVersion, sourceInWords, type SourceKind, sourceKinds } from './evidence'
export { historiesOf } from './histories'
export { insideOf } from './inside'
export { namePattern, type NamePattern, PatternError, readName, usualPatterns } from './pattern'
export { planIntake } from './plan'
export { patternFaults, type ProfileFault, profileFaults, profileFields } from './profile'
export {
  readRegister,
  type ReadRegister,
  readRegisterRows,
  type RegisterEntry,
  RegisterError,
  type RegisterRowCells,
} from './register-file'
export { revisionFields } from './known'
export {
  type Conflict,
  type FoundFile,
  type IntakePlan,
  type PlannedDocument,
  type PlannedFile,
  type Prediction,
  type Profile,
  type Settlement,
} from './types'
