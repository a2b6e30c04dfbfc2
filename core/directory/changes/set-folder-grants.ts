import { type Principal, principalShape, type Right, rights, rightShape } from '../../access'
import { filledText, list, map } from '../../shape'
import { nameIn, tidy, withFolder } from '../find'
import type { ChangeKind } from './change-kind'
import { requireKnown } from './require-known'

/** All that a folder grants to some, there and below, at once. It leaves the grants to others as they are. */
export interface SetFolderGrants {
  kind: 'set-folder-grants'
  folder: string
  grants: Record<Principal, Right[]>
}

export const setFolderGrants: ChangeKind<SetFolderGrants> = {
  fields: {
    folder: filledText(1000),
    grants: map(
      list(rightShape, 10 * rights.length),
      principalShape.is === 'text' ? principalShape.pattern : undefined,
    ),
  },
  apply(directory, { folder, grants }) {
    for (const principal of Object.keys(grants)) requireKnown(directory, principal)
    return withFolder(directory, folder, (before) =>
      tidy({ ...before, grants: { ...before.grants, ...grants } }),
    )
  },
  words: (directory, { folder, grants }, words) =>
    `${folder} grants ${Object.keys(grants)
      .map((principal) => nameIn(directory, words, principal))
      .join(', ')} what the states grant them`,
}
