import { filledText, list, text } from '../../shape'
import { folderOf, tidy, withFolder } from '../find'
import { DirectoryError } from '../types'
import type { ChangeKind, Words } from './change-kind'

/** Which lifecycles and classes are at home in a folder and below; null leaves it to the folders above. */
export interface SetHome {
  kind: 'set-home'
  folder: string
  lifecycles: string[] | null
  classes: string[] | null
}

const ids = { ...list(text(80), 500), nullable: true as const }

function requireAll(asked: string[] | null, known: { id: string }[], what: string): void {
  const unknown = asked?.find((id) => !known.some((other) => other.id === id))
  if (unknown !== undefined) throw new DirectoryError(`there is no ${what} “${unknown}” in the configuration`)
}

const named = (asked: string[] | null | undefined, known: { id: string; name: string }[]): string =>
  asked
    ? asked.map((id) => known.find((other) => other.id === id)?.name ?? id).join(', ') || 'none'
    : 'as above'

const said = (
  { lifecycles, classes }: { lifecycles?: string[] | null; classes?: string[] | null },
  words: Words,
): string => `lifecycles ${named(lifecycles, words.lifecycles)}, classes ${named(classes, words.classes)}`

export const setHome: ChangeKind<SetHome> = {
  fields: { folder: filledText(1000), lifecycles: ids, classes: ids },
  apply(directory, { folder, lifecycles, classes }, words) {
    requireAll(lifecycles, words.lifecycles, 'lifecycle')
    requireAll(classes, words.classes, 'class')
    return withFolder(directory, folder, (before) =>
      tidy({ ...before, lifecycles: lifecycles ?? undefined, classes: classes ?? undefined }),
    )
  },
  words: (directory, change, words) =>
    `At home in ${change.folder}: ${said(change, words)}; was ${said(folderOf(directory, change.folder), words)}`,
}
