import type { ChangeKind } from './change-kind'
import { type FolderRights, folderRights } from './folder-rights'

/** What a folder grants somebody, there and below. */
export type SetFolderGrant = FolderRights<'set-folder-grant'>

export const setFolderGrant: ChangeKind<SetFolderGrant> = folderRights('grants', 'grants')
