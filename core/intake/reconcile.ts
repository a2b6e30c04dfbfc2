import { compare, parse, positionOf, refusalSentence, type RevisionScheme } from '../revision'
import type { RegisterEntry } from './register-file'
import type { Conflict, PlannedFile, Settlement } from './types'
import { fileName, leaveOut } from './way-out'

/** The register's revisions of one number, by canonical label. */
export type History = Map<string, RegisterEntry>
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
 * Sets a file's label from its name, or from the register where the name has none; adds to its conflicts
 * where there is none.
 */
export function readLabel(scheme: RevisionScheme, file: PlannedFile, history: History): void {
  const latest = highest(scheme, [...history.keys()])
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
  if (reading.ok) {
    file.label = reading.canonical
    return
  }
  const { nearest, reason } = reading
  const take = (label: string, text: string) => ({ text, key: file.path, settlement: { label } })
  file.conflicts.push({
    code: 'label-refused',
    message: `${fileName(file.path)}: ${refusalSentence(scheme, file.raw, reason, nearest)}`,
    waysOut: [
      ...(latest ? [take(latest, `take ${latest}, the register’s newest`)] : []),
      ...nearest.map((label) => take(label, `take ${label}`)),
      leaveOut(file.path),
    ],
  })
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
  const registered = highest(scheme, [...history.keys()])
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
