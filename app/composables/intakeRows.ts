import type { PlannedRow as ListedFile } from '~~/shared/answers'
import { type ConflictCode, conflictKinds, type Settlement, type SourceKind } from '~~/core/intake'

/** A file of an intake as the server lists it, with whether it came out as predicted. */
export interface PlannedRow extends ListedFile {
  asPredicted: boolean | null
}

/** A conflict in a list; a file may also be held back by another of its document. */
export const conflictName = (code: string | null): string =>
  code === 'companion' ? 'A companion is held back' : (conflictKinds[code as ConflictCode] ?? 'held back')

/** What a file's sources say of its revision. */
const revisionsOf = (row: PlannedRow) =>
  row.file.planned?.evidence.filter(({ field }) => field === 'revision') ?? []

/** What one kind of source says of a file's revision. */
export const said = (row: PlannedRow, kind: SourceKind) =>
  revisionsOf(row).find(({ source }) => source.kind === kind)?.value

/** What the file itself says of its revision: on its sheet, or in its revision table. */
export const insideSays = (row: PlannedRow) =>
  revisionsOf(row).find(({ source }) => source.kind === 'file' || source.kind === 'table')

/**
 * What the register says: the line of the file's own label, else its newest line, which is also what holds a
 * file back.
 */
export function registerSays(row: PlannedRow) {
  const lines = revisionsOf(row).filter(({ source }) => source.kind === 'register')
  const own =
    row.file.status === 'held' ? undefined : lines.find((line) => line.value === row.file.planned?.label)
  return own ?? lines.at(-1)
}

/** Whether this file carries the label that its document will stand at. */
export const isCurrent = (row: PlannedRow) =>
  row.document?.plan.prediction !== null && row.document?.plan.files.at(-1)?.path === row.file.path
export const versionOf = (row: PlannedRow) =>
  (row.document?.plan.files.findIndex((file) => file.path === row.file.path) ?? -1) + 1

/** Everything that holds a file back: its own conflicts, then its document's. */
export const conflictsOf = (row: PlannedRow) => [
  ...(row.file.planned?.conflicts ?? []),
  ...(row.document?.plan.conflicts ?? []),
]

export function whyHeld(row: PlannedRow): string {
  if (row.document?.message) return row.document.message
  return conflictsOf(row)
    .map((conflict) => conflict.message)
    .join('; ')
}

/** How a file stands, in a word or, at length, in the sentence that holds it back. */
export function standing(row: PlannedRow, atLength: boolean): string {
  const { status } = row.file
  if (status !== 'held') return status === 'done' ? 'brought in' : status
  return atLength
    ? whyHeld(row) || `another file of ${row.file.number} is held back`
    : conflictName(row.file.conflict)
}

/** What is decided of, as it is shown: a file by its name, a line, a number, or a field for the whole intake. */
export const settledThing = (key: string): string =>
  key.startsWith('all:') ? `every ${key.slice(4).replaceAll('-', ' ')}` : key.split('/').pop()!

export function settlementWords(settlement: Settlement): string {
  const { leaveOut, label, number, trust, values = {}, sameContent, withoutMissing } = settlement
  return [
    ...Object.entries(values).map(([field, value]) => (value ? `${field} “${value}”` : `no ${field}`)),
    sameContent && 'the same content is right',
    withoutMissing && 'without references that lead nowhere',
    leaveOut && 'left out',
    label && `label ${label}`,
    number && `number ${number}`,
    trust && `the ${trust} is right`,
  ]
    .filter(Boolean)
    .join(', ')
}
