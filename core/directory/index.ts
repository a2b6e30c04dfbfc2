export { changeDirectory, type MadeChange } from './change'
export { changeInWords, type DirectoryChange, directoryChangeKinds, directoryChangeShape } from './changes'
export { type ImportedPerson } from './changes/import-people'
export { normalMail } from './changes/people'
export { deltaBetween, isEmptyDelta, takenBack } from './delta'
export { nameIn } from './find'
export {
  type Changed,
  type DirectoryDelta,
  DirectoryError,
  type DirectoryFolder,
  type DirectoryGroup,
  type DirectoryPerson,
  type VaultDirectory,
} from './types'
