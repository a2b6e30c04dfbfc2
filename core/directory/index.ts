export { changeDirectory, type MadeChange } from './change'
export { changeInWords, type DirectoryChange, directoryChangeKinds, directoryChangeShape } from './changes'
export { type ImportedPerson } from './changes/import-people'
export { normalMail, properPerson } from './changes/people'
export { type Affected, type Consequences, consequencesOf, type Standing } from './consequences'
export { deltaBetween, isEmptyDelta, takenBack } from './delta'
export { nameIn } from './find'
export { type ReadFolders, readFolders } from './folder-list'
export { type ReadLine, type ReadPeople, readPeople } from './people-csv'
export {
  type Changed,
  type DirectoryDelta,
  DirectoryError,
  type DirectoryFolder,
  type DirectoryGroup,
  type DirectoryPerson,
  type VaultDirectory,
} from './types'
