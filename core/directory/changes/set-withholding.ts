import type { ChangeKind } from './change-kind'
import { type FolderRights, folderRights } from './folder-rights'

/** What a folder withholds from somebody, there and below. */
export type SetWithholding = FolderRights<'set-withholding'>

export const setWithholding: ChangeKind<SetWithholding> = folderRights('withhold', 'withholds from')
