import { groupBy } from '../support'
import { forAll } from './known'
import type { PlannedDocument, PlannedFile, Settlement } from './types'
import { fileName, leaveOut } from './way-out'

/** Adds a conflict to every file that shares its revision with another of the same number. */
export function sameTwice(files: PlannedFile[]): void {
  const byLabel = groupBy(
    files.filter(({ label }) => label !== null),
    ({ label }) => label!,
  )
  for (const [label, same] of byLabel) {
    if (same.length < 2) continue
    const isOne = new Set(same.map(({ sha256 }) => sha256)).size === 1
    const waysOut = same.map(({ path }) => leaveOut(path, `leave ${path} out`))
    for (const file of same) {
      const others = same.filter((other) => other !== file).map(({ path }) => path)
      const content = isOne ? 'the same content' : 'different content'
      const message = `${file.number} at ${label} stands in ${same.length} files with ${content}: ${file.path} and ${others.join(', ')}`
      file.conflicts.push({ code: 'same-revision-twice', message, waysOut })
    }
  }
}

/** Names of other files in one message, at most. */
const mostNamed = 5

/**
 * Adds a conflict to every file whose content stands under another number or revision too, unless that was said to be
 * right; its document is not ready then.
 */
export function sameContent(
  files: PlannedFile[],
  documents: PlannedDocument[],
  settlements: Record<string, Settlement>,
): void {
  if (settlements[forAll('same-content')]?.sameContent) return
  const read = files.filter(({ leftOut, number, sha256 }) => !leftOut && number !== null && sha256 !== null)
  const held = new Set<string>()
  for (const [, same] of groupBy(read, ({ sha256 }) => sha256!)) {
    const byRevision = groupBy(same, revisionKey)
    if (byRevision.size < 2 || same.some(({ path }) => settlements[path]?.sameContent)) continue
    for (const file of same) {
      held.add(file.number!)
      const own = byRevision.get(revisionKey(file))!.length
      // First of all: a wrong file explains whatever else is said of it.
      file.conflicts.unshift(conflictOf(file, firstOthers(file, same), same.length - own))
    }
  }
  for (const document of documents) if (held.has(document.number)) document.ready = false
}

/** Two files with one key hold the same revision; one without a label holds one of its own. */
const revisionKey = ({ number, label, path }: PlannedFile): string => `${number} ${label ?? path}`

/** The first few files that hold another revision: of a thousand copies nobody reads all the names. */
function firstOthers(file: PlannedFile, same: PlannedFile[]): PlannedFile[] {
  const others: PlannedFile[] = []
  for (const other of same) {
    if (revisionKey(other) !== revisionKey(file)) others.push(other)
    if (others.length === mostNamed) break
  }
  return others
}

function conflictOf(
  file: PlannedFile,
  others: PlannedFile[],
  count: number,
): PlannedFile['conflicts'][number] {
  const revision = ({ number, label }: PlannedFile) => (label === null ? number! : `${number} at ${label}`)
  const named = others.map((other) => `${revision(other)} (${other.path})`)
  const more = count > others.length ? ` and ${count - others.length} more` : ''
  return {
    code: 'same-content',
    message: `${revision(file)} has the content of ${named.join(', ')}${more}: one of them may be the wrong file`,
    waysOut: [
      leaveOut(file.path, `leave ${fileName(file.path)} out`),
      ...others.map(({ path }) => leaveOut(path, `leave ${path} out`)),
      { text: 'the content is right in each of them', key: file.path, settlement: { sameContent: true } },
      {
        text: 'the same content is right wherever it stands',
        key: forAll('same-content'),
        settlement: { sameContent: true },
      },
    ],
  }
}
