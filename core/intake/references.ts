import { canonicalNumber } from '../numbering'
import { forAll } from './known'
import { type NamePattern, readName } from './pattern'
import type { Conflict, PlannedDocument, PlannedFile, Settlement } from './types'
import { fileName } from './way-out'

/** What references are followed to: the archive's files with their numbers, and the vault. */
export interface Aims {
  /** The number of each file that comes in, by its path in lower case and by its name alone. */
  numbers: Map<string, string>
  /** The numbers that are in the vault or come in. */
  isKnown: (number: string) => boolean
  patterns: NamePattern[]
}

/** What references can lead to, once every file of an archive has its number. */
export function aimsOf(
  files: PlannedFile[],
  patterns: NamePattern[],
  inVault: (number: string) => boolean,
): Aims {
  const numbers = new Map<string, string>()
  for (const { path, number, leftOut } of files)
    if (number !== null && !leftOut) {
      numbers.set(fileName(path).toLowerCase(), number)
      numbers.set(path.toLowerCase(), number)
    }
  const coming = new Set(numbers.values())
  return { numbers, patterns, isKnown: (number) => coming.has(number) || inVault(number) }
}

/** An address in the web is no file, and neither is what a model holds in itself. */
const isElsewhere = (target: string): boolean => /^(?!file:)[a-z][a-z0-9+.-]+:/i.test(target)

/**
 * The documents that a document's newest file refers to: by path, by name, or by the number in the name; a part of an
 * assembly by its own. What leads nowhere is a conflict, but for parts that stand inside of the model itself.
 */
export function referencesOf(
  file: PlannedFile,
  aims: Aims,
  settlements: Record<string, Settlement>,
): { references: PlannedDocument['references']; conflicts: Conflict[] } {
  const references: PlannedDocument['references'] = []
  const missing: string[] = []
  for (const { target } of file.inside?.references ?? []) {
    if (isElsewhere(target)) continue
    const number = aimOf(target, file, aims)
    if (number === undefined) missing.push(target)
    else if (number !== file.number && !references.some((one) => one.number === number))
      references.push({ target, number })
  }
  const isSettled =
    settlements[file.path]?.withoutMissing || settlements[forAll('missing-reference')]?.withoutMissing
  const isModel = file.inside?.kind === 'step'
  return {
    references,
    conflicts: isModel || isSettled || !missing.length ? [] : [leadNowhere(file, missing)],
  }
}

function aimOf(target: string, { path }: PlannedFile, { numbers, isKnown, patterns }: Aims) {
  const slashed = target.replace(/\\/g, '/').replace(/^file:\/*/i, '')
  const folder = path.slice(0, path.lastIndexOf('/') + 1)
  const found = numbers.get(resolved(folder + slashed)) ?? numbers.get(fileName(slashed).toLowerCase())
  if (found !== undefined) return found
  const named = readName(patterns, slashed)?.reading.number ?? slashed
  const number = canonicalNumber(named)
  return isKnown(number) ? number : undefined
}

/** A path without its steps up and on the spot, in lower case. */
function resolved(path: string): string {
  const parts: string[] = []
  for (const part of path.split('/'))
    if (part === '..') parts.pop()
    else if (part !== '.') parts.push(part)
  return parts.join('/').toLowerCase()
}

/** So many targets are named. */
const mostNamed = 5

function leadNowhere({ path }: PlannedFile, missing: string[]): Conflict {
  const more = missing.length > mostNamed ? ` and ${missing.length - mostNamed} more` : ''
  const named = missing.slice(0, mostNamed).join(', ')
  const settlement = { withoutMissing: true }
  return {
    code: 'missing-reference',
    message: `${fileName(path)} refers to ${named}${more}, found neither in the archive nor in the vault`,
    waysOut: [
      { text: 'bring it in without that', key: path, settlement },
      {
        text: 'leave out every reference that leads nowhere',
        key: forAll('missing-reference'),
        settlement,
      },
    ],
  }
}
