import type { DocumentRecord } from '../attribute'
import { type DocumentClass, lifecycleOf, schemeFor } from '../configuration'
import { blankDocument, classFor, type RegisterRow } from '../engine'
import { compare, positionOf, type RevisionScheme } from '../revision'
import { ranked, sourceKinds } from './evidence'
import type { PlanInput } from './plan'
import { wayIn } from './predict'
import { type History, readHistory, readLabel, sameTwice, settleDisagreement } from './reconcile'
import type { RegisterEntry } from './register-file'
import type { Conflict, PlannedDocument, PlannedFile } from './types'
import { fileName, leaveOut } from './way-out'

/**
 * One document of the plan: its files as versions in revision order, class, record, register, and what the
 * engine makes of it.
 */
export function mapDocument(
  input: PlanInput,
  number: string,
  files: PlannedFile[],
  entries: RegisterEntry[],
): PlannedDocument {
  const used = entries.filter(({ line }) => !input.settlements[`line ${line}`]?.leaveOut)
  const blank = blankPlan(input, number, files, used.at(-1))
  const { folder } = input.profile
  const arrival = (path: string) => ({ number, folder, fileName: fileName(path), record: blank.record })
  const documentClass = chooseClass(input, arrival(files[0]!.path))
  const conflicts = [...blank.conflicts]
  if (!documentClass) conflicts.push(noClass(number, files))
  if (!documentClass) return finished({ ...blank, conflicts }, files)
  const lifecycle = lifecycleOf(input.configuration, documentClass.lifecycle)
  const scheme = schemeFor(input.configuration, lifecycle)
  const { history, conflicts: disagreements } = reconciled(input, scheme, number, files, used)
  conflicts.push(...disagreements)
  const document = { ...blank, conflicts, classId: documentClass.id, lifecycle: lifecycle.id }
  if (conflicts.length || files.some((file) => file.conflicts.length)) return finished(document, files)

  const { ordered, current, rows, legacy } = inOrder(scheme, files, history)
  const before = {
    ...blankDocument(input.configuration, documentClass, arrival(current.path), input.person.id),
    register: rows,
    version: ordered.length - 1,
  }
  const way = wayIn(input, lifecycle, before, current.raw ?? current.label!, legacy)
  return finished({ ...document, files: ordered, history: rows, legacy, ...way }, files)
}

/** A document of which nothing but number, title and record is known yet. */
function blankPlan(
  { profile, inVault }: PlanInput,
  number: string,
  files: PlannedFile[],
  newest: RegisterEntry | undefined,
): PlannedDocument {
  const { ranking = sourceKinds, attributes, folder } = profile
  const title = files.flatMap(({ evidence }) => ranked(evidence, 'title', ranking)[0]?.value ?? [])[0] ?? null
  const status = newest?.status ?? ranked(files[0]!.evidence, 'status', ranking)[0]?.value
  const values: [string | undefined, string | null | undefined][] = [
    [attributes.title, title],
    [attributes.status, status],
    [attributes.date, newest?.date],
    [attributes.author, newest?.author],
  ]
  const record: DocumentRecord = Object.fromEntries(values.filter(([attribute, value]) => attribute && value))
  const taken: Conflict = {
    code: 'number-in-vault',
    message: `${number} is in the vault already`,
    waysOut: files.map(({ path }) => leaveOut(path)),
  }
  return {
    ...{ number, title, classId: null, lifecycle: null, folder, targetState: null, transition: null },
    ...{ record, history: [], legacy: null, files: [], prediction: null, ready: false },
    conflicts: inVault(number) ? [taken] : [],
  }
}

function chooseClass({ profile, configuration, person }: PlanInput, arrival: Parameters<typeof classFor>[1]) {
  if (!profile.class) return classFor(configuration, arrival, person.id)
  return configuration.classes.find(({ id }: DocumentClass) => id === profile.class)
}

const noClass = (number: string, files: PlannedFile[]): Conflict => ({
  code: 'no-class',
  message: `no class rule fits ${number}`,
  waysOut: files.map(({ path }) => leaveOut(path)),
})

/** Reads every label of files and register, and lists what disagrees. */
function reconciled(
  { settlements }: PlanInput,
  scheme: RevisionScheme,
  number: string,
  files: PlannedFile[],
  entries: RegisterEntry[],
): { history: History; conflicts: Conflict[] } {
  const { history, conflicts } = readHistory(scheme, number, entries, settlements)
  for (const file of files) readLabel(scheme, file, history)
  const disagreements = settleDisagreement(scheme, number, files, history, settlements)
  sameTwice(files)
  return { history, conflicts: [...conflicts, ...disagreements] }
}

/** Files in revision order, the newest of them, what the register says of its label, and the rows from before it. */
function inOrder(scheme: RevisionScheme, files: PlannedFile[], history: History) {
  files.sort((a, b) => compare(scheme, positionOf(scheme, a.label!), positionOf(scheme, b.label!)))
  const ordered = files.map(({ path, label, sha256, size }) => ({
    path,
    label: label!,
    sha256: sha256!,
    size,
  }))
  const current = files.at(-1)!
  const entry = history.get(current.label!)
  const legacy = entry ? { date: entry.date, author: entry.author, text: entry.text } : null
  return { ordered, current, rows: historyRows(scheme, history, ordered, current.label!), legacy }
}

/** Rows from before the vault, in order: those of the register and those of older files, without the current label. */
function historyRows(
  scheme: RevisionScheme,
  history: History,
  files: PlannedDocument['files'],
  current: string,
): RegisterRow[] {
  const versions = new Map(files.map((file, index) => [file.label, index + 1]))
  const at = positionOf(scheme, current)
  return [...new Set([...history.keys(), ...versions.keys()])]
    .filter((label) => compare(scheme, positionOf(scheme, label), at) < 0)
    .sort((a, b) => compare(scheme, positionOf(scheme, a), positionOf(scheme, b)))
    .map((label) => {
      const { date = null, author = null, text = null } = history.get(label) ?? {}
      return { label, date, author, text, version: versions.get(label) ?? null, origin: 'legacy' }
    })
}

const finished = (document: PlannedDocument, files: PlannedFile[]): PlannedDocument => ({
  ...document,
  ready:
    document.conflicts.length === 0 &&
    files.every((file) => file.conflicts.length === 0) &&
    document.prediction !== null,
})
