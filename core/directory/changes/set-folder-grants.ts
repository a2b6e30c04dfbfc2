import { grantsShape, type Principal, type Right } from '../../access'
import { filledText } from '../../shape'
import { nameIn, tidy, withFolder } from '../find'
import type { ChangeKind } from './change-kind'
import { requireKnown } from './require-known'

/** Sets what a folder grants to several principals, there and below. Other grants of the folder stay. */
export interface SetFolderGrants {
  kind: 'set-folder-grants'
  folder: string
  grants: Record<Principal, Right[]>
}

export const setFolderGrants: ChangeKind<SetFolderGrants> = {
  fields: { folder: filledText(1000), grants: grantsShape },
  apply(directory, { folder, grants }) {
    for (const principal of Object.keys(grants)) requireKnown(directory, principal)
    return withFolder(directory, folder, (before) =>
      tidy({ ...before, grants: { ...before.grants, ...grants } }),
    )
  },
  words(directory, { folder, grants }, words) {
    const said = Object.entries(grants).map(
      ([principal, rights]) => `${nameIn(directory, words, principal)} ${rights.join(' ') || 'nothing'}`,
    )
    return `${folder} grants ${said.join('; ')}`
  },
}
