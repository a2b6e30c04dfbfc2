import { isoDay } from '../attribute'
import type { Evidence, EvidenceField } from './evidence/evidence'
import { isHint, ranked, sourceInWords, type SourceKind, sourceKinds } from './evidence'
import type { HistoryLine } from './table-rows'
import type { Conflict, PlannedFile, Settlement } from './types'

/** What is known of one revision, besides its label. */
export const revisionFields = ['title', 'status', 'date', 'author', 'text'] as const
export type RevisionField = (typeof revisionFields)[number]
export type Known = Record<RevisionField, string | null>

/** How sources are weighed: their ranking, and what the administrator decided. */
export interface Weighing {
  ranking: readonly string[]
  settlements: Record<string, Settlement>
}

/** The key of what is decided of a field, or a kind of conflict, for the whole intake. */
export const forAll = (what: EvidenceField | Conflict['code']): string => `all:${what}`

/** The ways out of a disagreement that settle a field for the whole intake. */
export const trusting = (field: EvidenceField, different: Evidence[]): Conflict['waysOut'] =>
  sourceKinds
    .filter((kind) => kind !== 'hand' && different.some(({ source }) => source.kind === kind))
    .map((kind: SourceKind) => ({
      text: `the ${kind} is right about every ${field}`,
      key: forAll(field),
      settlement: { trust: kind },
    }))

/**
 * What is known of the revision that a file holds: from its name and what stands in it, from the register's line and
 * the revision table's row of that revision and no other, and what was set by hand. The source that is ranked first is
 * believed.
 */
export function knownOf(file: PlannedFile, line: HistoryLine | undefined, weighing: Weighing): Known {
  const known = (field: RevisionField) => {
    const set = weighing.settlements[file.path]?.values?.[field]
    if (set !== undefined) return set === '' ? null : asWritten(field, set)
    return told(file, line, field, weighing)[0]?.value ?? line?.[field] ?? null
  }
  return Object.fromEntries(revisionFields.map((field) => [field, known(field)])) as Known
}

/** What the register alone says of a revision that no file holds. */
export const knownFromLine = ({ title, status, date, author, text }: HistoryLine): Known => ({
  title,
  status,
  date,
  author,
  text,
})

/** Everything that is said of a field of a file's revision, the most believed first. */
function told(
  { evidence, row }: PlannedFile,
  line: HistoryLine | undefined,
  field: RevisionField,
  { ranking, settlements }: Weighing,
): Evidence[] {
  const trusted = settlements[forAll(field)]?.trust
  const order = trusted ? ['hand', trusted, ...ranking] : ranking
  return ranked(evidence, field, order)
    .filter(({ source }) => source.kind !== 'register' || source.at === String(lineNumber(line)))
    .filter(({ source }) => source.kind !== 'table' || source.at === String(row))
    .map((entry) => ({ ...entry, value: asWritten(field, entry.value) }))
}

/** The number of a line of the register; none for a row of a revision table. */
const lineNumber = (line: HistoryLine | undefined) => (line?.table === undefined ? line?.line : undefined)

/** A day in ISO 8601, however it was written; everything else as it stands. */
const asWritten = (field: EvidenceField, value: string): string =>
  field === 'date' ? (isoDay(value) ?? value) : value

/** Two texts say the same where they differ in case, blanks, hyphens and underscores alone. */
const folded = (value: string) =>
  value
    .toLowerCase()
    .replace(/[\s_-]+/g, ' ')
    .trim()

const isOneText = (one: string, other: string): boolean => folded(one) === folded(other)

/** On sheets people sign with their initials. */
const initialsOf = (name: string): string =>
  (name.match(/\p{L}+/gu) ?? []).map(([first]) => first!.toLowerCase()).join('')
const isInitials = (text: string): boolean => /^\p{L}{2,3}$/u.test(text.replace(/[. ]/g, ''))
const signs = (short: string, name: string): boolean =>
  isInitials(short) && short.replace(/[. ]/g, '').toLowerCase() === initialsOf(name)
const isOnePerson = (one: string, other: string): boolean =>
  isOneText(one, other) || signs(one, other) || signs(other, one)

/** Of a value that is told to people, no more characters than this. */
const mostShown = 60
const short = (value: string) => (value.length > mostShown ? `${value.slice(0, mostShown)}…` : value)

/** Every field of a file's revision of which its sources say different things, unless that was settled. */
export function disagreements(
  file: PlannedFile,
  line: HistoryLine | undefined,
  fields: readonly RevisionField[],
  weighing: Weighing,
): Conflict[] {
  const { settlements } = weighing
  return fields.flatMap((field): Conflict[] => {
    if (settlements[file.path]?.values?.[field] !== undefined || settlements[forAll(field)]) return []
    const all = told(file, line, field, weighing).filter(({ source }) => !isHint(source))
    const isSame = field === 'author' ? isOnePerson : isOneText
    const different = all.filter(
      ({ value }, index) => all.findIndex((other) => isSame(other.value, value)) === index,
    )
    if (different.length < 2 || different[0]!.source.kind === 'hand') return []
    const says = different
      .map(({ value, source }) => `${sourceInWords(source)} says “${short(value)}”`)
      .join(', ')
    const take = different.map(({ value, source }) => ({
      text: `take “${short(value)}” (${sourceInWords(source)})`,
      key: file.path,
      settlement: { values: { [field]: value } },
    }))
    const revision = [file.number, file.label].filter(Boolean).join(' at ')
    const message = `${revision}: the sources disagree on the ${field}: ${says}`
    return [{ code: 'sources-disagree', message, waysOut: [...take, ...trusting(field, different)] }]
  })
}
