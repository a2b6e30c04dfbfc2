import { check, type Finding, findingKey } from '../../core/check'
import type { Directory } from '../../core/access'
import {
  changeDirectory,
  consequencesOf,
  deltaBetween,
  type DirectoryChange,
  isEmptyDelta,
  takenBack,
  type VaultDirectory,
} from '../../core/directory'
import type { ChangePreview } from '../../shared/answers'
import { published } from '../configuration/published'
import type { Tx } from '../database/connection'
import { standingChange } from './changes'
import { wholeDirectory } from './directory'
import { directoryVersion, homeOf, inUseIn } from './folders'
import { refusingChanges } from './refusing'
import { documentsByPlace } from './standing'

/** What a change would do: in words, to findings, and to people’s rights on the documents that there are. */
export function previewChange(tx: Tx, change: DirectoryChange): ChangePreview {
  const before = wholeDirectory(tx)
  const { configuration } = published(tx)
  const made = refusingChanges(() => changeDirectory(before, change, configuration))
  return previewed(tx, before, made.after, made.words)
}

/** What taking a change back would do. */
export function previewTakingBack(tx: Tx, id: number): ChangePreview {
  const before = wholeDirectory(tx)
  const { words, delta } = standingChange(tx, id)
  return previewed(
    tx,
    before,
    refusingChanges(() => takenBack(before, delta)),
    `Taken back: ${words}`,
  )
}

function previewed(tx: Tx, before: VaultDirectory, after: VaultDirectory, words: string): ChangePreview {
  const { configuration } = published(tx)
  const standing = documentsByPlace(tx)
  return {
    version: directoryVersion(tx),
    words,
    isNothing: isEmptyDelta(deltaBetween(before, after)),
    ...newFindings(tx, before, after),
    consequences: consequencesOf(before, after, configuration.lifecycles, standing),
  }
}

/** What the checker finds after a change that it did not find before, and what it does not find any more. */
export function newFindings(
  tx: Tx,
  before: VaultDirectory,
  after: VaultDirectory,
): { appear: Finding[]; disappear: Finding[] } {
  const { configuration } = published(tx)
  const found = (directory: VaultDirectory) =>
    check({ ...configuration, groups: directory.groups }, asChecked(tx, directory))
  const [was, is] = [found(before), found(after)]
  // What is found in the same place is the same finding, whoever proves it.
  const without = (list: Finding[], others: Finding[]) => {
    const keys = new Set(others.map(findingKey))
    return list.filter((finding) => !keys.has(findingKey(finding)))
  }
  return { appear: without(is, was), disappear: without(was, is) }
}

/** A directory as the checker looks at it: with the lifecycles that are at home or in use in each folder. */
function asChecked(tx: Tx, { people, folders }: VaultDirectory): Directory {
  const home = homeOf(folders, inUseIn(tx), ({ lifecycles }) => lifecycles)
  return {
    people,
    folders: folders.map((folder) => ({ ...folder, lifecycles: home.get(folder.path) ?? [] })),
  }
}
