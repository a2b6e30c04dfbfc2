import { filledText, yesno } from '../../shape'
import { tidy, withFolder } from '../find'
import type { ChangeKind } from './change-kind'

/** Whether a folder takes nothing over from above but who plays which role. */
export interface StartAfresh {
  kind: 'start-afresh'
  folder: string
  afresh: boolean
}

export const startAfresh: ChangeKind<StartAfresh> = {
  fields: { folder: filledText(1000), afresh: yesno },
  apply: (directory, { folder, afresh }) =>
    withFolder(directory, folder, (before) => tidy({ ...before, startAfresh: afresh || undefined })),
  words: (_, { folder, afresh }) =>
    `${folder} ${afresh ? 'starts afresh' : 'takes rights over from above again'}`,
}
