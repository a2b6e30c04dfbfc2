import { compare, parse, positionOf, refusalSentence, type RevisionScheme } from '../revision'
import type { Evidence } from './evidence/evidence'
import { ranked, sourceInWords } from './evidence'
import { forAll, trusting, type Weighing } from './known'
import type { RegisterEntry } from './register-file'
import type { History } from './table-rows'
import type { Conflict, PlannedFile, Settlement } from './types'
import { fileName, leaveOut } from './way-out'

type Settlements = Record<string, Settlement>

/** The register's revisions of one number, in canonical form; what cannot be read is a conflict. */
export function readHistory(
  scheme: RevisionScheme,
  number: string,
  entries: RegisterEntry[],
  settlements: Settlements,
): { history: History; conflicts: Conflict[] } {
  const history: History = new Map()
  const conflicts: Conflict[] = []
  for (const entry of entries) {
    const key = `line ${entry.line}`
    const raw = settlements[key]?.label ?? entry.revision
    const reading = parse(scheme, raw)
    if (reading.ok) {
      const before = history.get(reading.canonical)
      if (!before) history.set(reading.canonical, entry)
      else if (!sayTheSame(before, entry)) conflicts.push(lineTwice(number, reading.canonical, before, entry))
      continue
    }
    const { nearest, reason } = reading
    conflicts.push({
      code: 'label-refused',
      message: `register, line ${entry.line}, ${number}: ${refusalSentence(scheme, raw, reason, nearest)}`,
      waysOut: [
        ...nearest.map((label) => ({
          text: `take ${label} in line ${entry.line}`,
          key,
          settlement: { label },
        })),
        { text: `leave line ${entry.line} out`, key, settlement: { leaveOut: true } },
      ],
    })
  }
  return { history, conflicts }
}

const told = ['title', 'status', 'date', 'author', 'text'] as const
const sayTheSame = (one: RegisterEntry, other: RegisterEntry): boolean =>
  told.every((field) => one[field] === other[field])

function lineTwice(number: string, label: string, one: RegisterEntry, other: RegisterEntry): Conflict {
  const fields = told.filter((field) => one[field] !== other[field])
  const says = (entry: RegisterEntry) =>
    `line ${entry.line} says ${fields.map((field) => `“${entry[field] ?? ''}”`).join(', ')}`
  const differ = `stands in two lines of the register that differ in ${fields.join(', ')}`
  const message = `${number} at ${label} ${differ}: ${says(one)}, ${says(other)}`
  const waysOut = [one, other].map(({ line }) => ({
    text: `leave line ${line} out`,
    key: `line ${line}`,
    settlement: { leaveOut: true },
  }))
  return { code: 'line-twice', message, waysOut }
}

/**
 * Sets a file's label from its name or what stands in it, or from the register where neither says one; adds to its
 * conflicts where there is none, and where they disagree.
 */
export function readLabel(
  scheme: RevisionScheme,
  file: PlannedFile,
  history: History,
  weighing: Weighing,
): void {
  const latest = highest(scheme, [...history.keys()])
  const told = labelsTold(scheme, file, weighing)
  file.raw = weighing.settlements[file.path]?.label ?? told[0]?.value ?? null
  if (file.raw === null && latest === undefined) {
    const message = `nothing says which revision ${fileName(file.path)} is`
    file.conflicts.push({ code: 'no-label', message, waysOut: [leaveOut(file.path)] })
    return
  }
  if (file.raw === null) {
    const { revision } = history.get(latest!)!
    file.raw = parse(scheme, revision).ok ? revision : latest!
  }
  const reading = parse(scheme, file.raw)
  if (!reading.ok) {
    file.conflicts.push(labelRefused(scheme, file, reading, told, latest))
    return
  }
  file.label = reading.canonical
  file.row = rowOf(scheme, file)
  if (!isSettled(file, weighing)) file.conflicts.push(...labelsDisagree(scheme, file, told))
}

const isSettled = ({ path }: PlannedFile, { settlements }: Weighing): boolean =>
  settlements[path]?.label !== undefined || settlements[forAll('revision')] !== undefined

/**
 * What name and file say the file's label is, the most believed first. A model's version that is no label is one of the
 * program that wrote it, as many write 1 or blanks.
 */
function labelsTold(scheme: RevisionScheme, file: PlannedFile, { ranking, settlements }: Weighing) {
  const trusted = settlements[forAll('revision')]?.trust
  return ranked(file.evidence, 'revision', trusted ? ['hand', trusted, ...ranking] : ranking)
    .filter(({ source }) => source.kind !== 'register')
    .filter(({ value, source }) => source.at !== 'product:version' || parse(scheme, value).ok)
}

/** The row of a file's revision table that is of its own label, counted from 1. */
function rowOf(scheme: RevisionScheme, { inside, label }: PlannedFile): number | undefined {
  const at = inside?.history.findLastIndex(({ revision }) => canonicalOr(scheme, revision) === label) ?? -1
  return at < 0 ? undefined : at + 1
}

/** A label in canonical form; as it stands where the scheme has none of it. */
function canonicalOr(scheme: RevisionScheme, label: string): string {
  const reading = parse(scheme, label)
  return reading.ok ? reading.canonical : label
}

function labelRefused(
  scheme: RevisionScheme,
  file: PlannedFile,
  { nearest, reason }: Extract<ReturnType<typeof parse>, { ok: false }>,
  told: Evidence[],
  latest: string | undefined,
): Conflict {
  const take = (label: string, text: string) => ({ text, key: file.path, settlement: { label } })
  const said = told.filter(({ value }) => parse(scheme, value).ok)
  const offered = [
    ...(latest ? [take(latest, `take ${latest}, the register’s newest`)] : []),
    ...said.map(({ value, source }) => take(value, `take ${value}, which ${sourceInWords(source)} says`)),
    ...nearest.map((label) => take(label, `take ${label}`)),
  ]
  return {
    code: 'label-refused',
    message: `${fileName(file.path)}: ${refusalSentence(scheme, file.raw!, reason, nearest)}`,
    waysOut: [
      ...offered.filter(
        ({ settlement }, index) =>
          offered.findIndex((other) => other.settlement.label === settlement.label) === index,
      ),
      leaveOut(file.path),
    ],
  }
}

/** Name, title block and revision table say different labels: only a person knows which is right. */
function labelsDisagree(scheme: RevisionScheme, file: PlannedFile, told: Evidence[]): Conflict[] {
  const labels = told.map(({ value }) => canonicalOr(scheme, value))
  const different = told.filter((_, index) => labels.indexOf(labels[index]!) === index)
  if (different.length < 2) return []
  const says = different.map(({ value, source }) => `${sourceInWords(source)} says ${value}`).join(', ')
  const take = different
    .filter(({ value }) => parse(scheme, value).ok)
    .map(({ value, source }) => ({
      text: `take ${value} (${sourceInWords(source)})`,
      key: file.path,
      settlement: { label: value },
    }))
  return [
    {
      code: 'sources-disagree',
      message: `${fileName(file.path)}: the sources disagree on the revision: ${says}`,
      waysOut: [...take, ...trusting('revision', different), leaveOut(file.path)],
    },
  ]
}

export function highest(scheme: RevisionScheme, labels: string[]): string | undefined {
  return labels.sort((a, b) => compare(scheme, positionOf(scheme, b), positionOf(scheme, a)))[0]
}

/**
 * The newest file and the register's newest line differ: one of the two is wrong or late, and only a person
 * knows which.
 */
export function settleDisagreement(
  scheme: RevisionScheme,
  number: string,
  files: PlannedFile[],
  history: History,
  settlements: Settlements,
): Conflict[] {
  const top = highest(
    scheme,
    files.flatMap(({ label }) => label ?? []),
  )
  const lines = [...history].filter(([, line]) => line.table === undefined).map(([label]) => label)
  const registered = highest(scheme, lines)
  if (top === undefined || registered === undefined || top === registered) return []
  const file = files.find(({ label }) => label === top)!
  const { trust, label: set } = settlements[file.path] ?? {}
  if (trust === 'register') {
    file.raw = file.label = registered
    return []
  }
  if (trust === 'name' || set) {
    const at = positionOf(scheme, top)
    for (const label of history.keys())
      if (compare(scheme, positionOf(scheme, label), at) > 0) history.delete(label)
    return []
  }
  const message = `${number}: the newest file says ${top}, the register (line ${history.get(registered)!.line}) says ${registered}`
  const trusting = (text: string, source: 'register' | 'name') => ({
    text,
    key: file.path,
    settlement: { trust: source },
  })
  const waysOut = [
    trusting(`the register is right: ${registered}`, 'register'),
    trusting(`the file is right: ${top}`, 'name'),
  ]
  return [{ code: 'sources-disagree', message, waysOut }]
}
