import { type Principal, principalShape, type Right, rights, rightShape } from '../../access'
import { filledText, list } from '../../shape'
import { folderOf, nameIn, tidy, withEntry, withFolder } from '../find'
import type { DirectoryFolder } from '../types'
import type { ChangeKind } from './change-kind'
import { requireKnown } from './require-known'

/** What a folder says of somebody’s rights, in one of its two lists; an empty list says nothing. */
export interface FolderRights<Kind extends string> {
  kind: Kind
  folder: string
  principal: Principal
  rights: Right[]
}

/** Granting and withholding change two lists in the same way. */
export function folderRights<Kind extends string>(
  list_: 'grants' | 'withhold',
  verb: string,
): ChangeKind<FolderRights<Kind>> {
  const listed = (folder: DirectoryFolder, principal: Principal) => folder[list_]?.[principal] ?? []
  return {
    fields: {
      folder: filledText(1000),
      principal: principalShape,
      rights: list(rightShape, 10 * rights.length),
    },
    apply(directory, { folder, principal, rights: asked }) {
      requireKnown(directory, principal)
      const wanted = rights.filter((right) => asked.includes(right))
      return withFolder(directory, folder, (before) =>
        tidy({ ...before, [list_]: withEntry(before[list_], principal, wanted.length ? wanted : undefined) }),
      )
    },
    words(directory, { folder, principal, rights: asked }, words) {
      const before = listed(folderOf(directory, folder), principal)
      const say = (of: Right[]) => of.join(' ') || 'nothing'
      return `${folder} ${verb} ${nameIn(directory, words, principal)} ${say(asked)}, was ${say(before)}`
    },
  }
}
