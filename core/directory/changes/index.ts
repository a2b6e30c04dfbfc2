import { type Fields, kind as ofKind, type Shape } from '../../shape'
import { type VaultDirectory } from '../types'
import { addFolder, type AddFolder } from './add-folder'
import { addGroup, type AddGroup } from './add-group'
import { addPerson, type AddPerson } from './add-person'
import type { ChangeKind, Words } from './change-kind'
import { changePerson, type ChangePerson } from './change-person'
import { importFolders, type ImportFolders } from './import-folders'
import { importPeople, type ImportPeople } from './import-people'
import { moveFolder, type MoveFolder } from './move-folder'
import { removeFolder, type RemoveFolder } from './remove-folder'
import { removeGroup, type RemoveGroup } from './remove-group'
import { renameGroup, type RenameGroup } from './rename-group'
import { setFolderGrant, type SetFolderGrant } from './set-folder-grant'
import { setFolderGrants, type SetFolderGrants } from './set-folder-grants'
import { setHome, type SetHome } from './set-home'
import { setRole, type SetRole } from './set-role'
import { setWithholding, type SetWithholding } from './set-withholding'
import { startAfresh, type StartAfresh } from './start-afresh'

/** A named change to the directory. It is made at once, and can be taken back. */
export type DirectoryChange =
  | AddPerson
  | ChangePerson
  | ImportPeople
  | ImportFolders
  | AddGroup
  | RenameGroup
  | RemoveGroup
  | AddFolder
  | MoveFolder
  | RemoveFolder
  | SetRole
  | SetFolderGrant
  | SetFolderGrants
  | SetWithholding
  | StartAfresh
  | SetHome

/** Every kind of change. One that is missing here does not compile. */
export const directoryChangeKinds: {
  [Kind in DirectoryChange['kind']]: ChangeKind<Extract<DirectoryChange, { kind: Kind }>>
} = {
  'add-person': addPerson,
  'change-person': changePerson,
  'import-people': importPeople,
  'import-folders': importFolders,
  'add-group': addGroup,
  'rename-group': renameGroup,
  'remove-group': removeGroup,
  'add-folder': addFolder,
  'move-folder': moveFolder,
  'remove-folder': removeFolder,
  'set-role': setRole,
  'set-folder-grant': setFolderGrant,
  'set-folder-grants': setFolderGrants,
  'set-withholding': setWithholding,
  'start-afresh': startAfresh,
  'set-home': setHome,
}

const kindOf = ({ kind }: DirectoryChange) =>
  directoryChangeKinds[kind] as unknown as ChangeKind<DirectoryChange>

/** The directory after a change, unchecked by what depends on it. @throws DirectoryError */
export const applied = (directory: VaultDirectory, change: DirectoryChange, words: Words): VaultDirectory =>
  kindOf(change).apply(directory, change, words)

/** A change in words; the directory is the one before it. */
export const changeInWords = (directory: VaultDirectory, change: DirectoryChange, words: Words): string =>
  kindOf(change).words(directory, change, words)

/** What a change looks like that a browser sends. */
export const directoryChangeShape = (): Shape =>
  ofKind(
    Object.fromEntries(
      Object.entries(directoryChangeKinds).map(([name, { fields }]): [string, Fields] => [name, fields]),
    ),
  )
