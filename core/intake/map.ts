import { type DocumentClass, type Lifecycle, lifecycleOf, schemeFor } from '../configuration'
import { blankDocument, classFor, type RegisterRow } from '../engine'
import { compare, positionOf, type RevisionScheme } from '../revision'
import { sourceKinds } from './evidence'
import { disagreements, type Known, knownFromLine, knownOf, type RevisionField, type Weighing } from './known'
import type { Planning } from './plan'
import { wayIn } from './predict'
import { type ReadRecord, recordFrom } from './record'
import { referencesOf } from './references'
import type { RegisterEntry } from './register-file'
import { inRevisionOrder, readRevisions, type Revisions } from './revisions'
import type { Conflict, PlannedDocument, PlannedFile } from './types'
import { fileName, leaveOut } from './way-out'

/**
 * One document of the plan: its files as versions in revision order, class, record, register, and what the
 * engine makes of it. What is true of the document now is taken from its newest revision, and what the register says of
 * an earlier one from the evidence of that one.
 */
export function mapDocument(
  input: Planning,
  number: string,
  files: PlannedFile[],
  entries: RegisterEntry[],
): PlannedDocument {
  const used = entries.filter(({ line }) => !input.settlements[`line ${line}`]?.leaveOut)
  const reading = readAsSomeClass(input, number, files, used)
  const blank = blankPlan(input, number, files)
  if (!reading) return { ...blank, conflicts: [...blank.conflicts, noClass(number, files)] }
  const { documentClass, lifecycle, revisions, known, read } = reading
  files.forEach((file, index) => Object.assign(file, revisions.files[index]))
  const { references, conflicts: missing } = referencesOf(revisions.newest, input.aims, input.settlements)
  const conflicts = [
    ...blank.conflicts,
    ...revisions.conflicts,
    ...read.conflicts,
    ...disagreeing(input, revisions),
    ...missing,
  ]
  const document = {
    ...blank,
    ...{ conflicts, references, title: known.title, record: read.record },
    ...{ classId: documentClass.id, lifecycle: lifecycle.id },
  }
  if (conflicts.length || files.some((file) => file.conflicts.length)) return document
  return { ...document, ...mapped(input, reading, number) }
}

/** A class that fits the newest revision, and everything as that class's scheme reads it. */
interface Reading {
  documentClass: DocumentClass
  lifecycle: Lifecycle
  revisions: Revisions
  known: Known
  read: ReadRecord
}

/**
 * Which revision is the newest is a matter of the scheme, the scheme one of the class, and the class one of the newest
 * revision: the first reading in which the three fit together is taken.
 */
function readAsSomeClass(
  input: Planning,
  number: string,
  files: PlannedFile[],
  entries: RegisterEntry[],
): Reading | undefined {
  for (const scheme of schemesToTry(input, number, files)) {
    const revisions = readRevisions(scheme, number, files, entries, weighingOf(input))
    const { newest } = revisions
    const known = ofNewest(input, revisions)
    const read = recordFrom(input.configuration, input.profile, known, newest, input.settlements)
    const documentClass = chooseClass(input, {
      ...arrivalOf(input, number, newest.path),
      record: read.record,
    })
    if (!documentClass) continue
    const lifecycle = lifecycleOf(input.configuration, documentClass.lifecycle)
    if (schemeFor(input.configuration, lifecycle).id !== scheme.id) continue
    return { documentClass, lifecycle, revisions, known, read }
  }
  return undefined
}

const schemeOf = ({ configuration }: Planning, { lifecycle }: DocumentClass): RevisionScheme =>
  schemeFor(configuration, lifecycleOf(configuration, lifecycle))

const schemesOfPlans = new WeakMap<Planning, RevisionScheme[]>()

/** The schemes of all classes that a plan's documents may be of; the same for each of them. */
function schemesOf(input: Planning): RevisionScheme[] {
  const known = schemesOfPlans.get(input)
  if (known) return known
  const { configuration, profile } = input
  const classes = configuration.classes.filter(({ id, rule }) =>
    profile.class ? id === profile.class : rule,
  )
  const schemes = [...new Set(classes.map((one) => schemeOf(input, one)))]
  schemesOfPlans.set(input, schemes)
  return schemes
}

/** The schemes of all classes that the document may be of, the likeliest first. */
function schemesToTry(input: Planning, number: string, files: PlannedFile[]): RevisionScheme[] {
  const schemes = schemesOf(input)
  if (schemes.length < 2) return schemes
  const likely = chooseClass(input, { ...arrivalOf(input, number, files.at(-1)!.path), record: {} })
  return likely ? [...new Set([schemeOf(input, likely), ...schemes])] : schemes
}

const arrivalOf = ({ profile }: Planning, number: string, path: string) => ({
  number,
  folder: profile.folder,
  fileName: fileName(path),
})

const weighingOf = ({ profile, settlements }: Planning): Weighing => ({
  ranking: profile.ranking ?? sourceKinds,
  settlements,
})

/** What is known of the newest revision; its title, where it names none, is that of the latest one that does. */
function ofNewest(input: Planning, { scheme, files, history, newest }: Revisions): Known {
  const weighing = weighingOf(input)
  const lineOf = ({ label }: PlannedFile) => (label === null ? undefined : history.get(label))
  const known = knownOf(newest, lineOf(newest), weighing)
  if (known.title !== null || input.settlements[newest.path]?.values?.title !== undefined) return known
  const titled = new Map<string, string>()
  for (const [label, { title }] of history) if (title) titled.set(label, title)
  for (const file of files) {
    const { title } = knownOf(file, lineOf(file), weighing)
    if (title && file.label !== null) titled.set(file.label, title)
  }
  const [latest] = [...titled.keys()].sort((a, b) =>
    compare(scheme, positionOf(scheme, b), positionOf(scheme, a)),
  )
  return { ...known, title: latest === undefined ? null : titled.get(latest)! }
}

/** What the sources of each file's revision say differently, of all that is used. */
function disagreeing(input: Planning, { files, history }: Revisions): Conflict[] {
  const fields: RevisionField[] = ['title', ...(input.profile.attributes.status ? (['status'] as const) : [])]
  const weighing = weighingOf(input)
  return files.flatMap((file) => {
    const line = file.label === null ? undefined : history.get(file.label)
    return disagreements(file, line, [...fields, 'date', 'author', 'text'], weighing)
  })
}

/** A document of which nothing but its number is known yet. */
function blankPlan({ profile, inVault }: Planning, number: string, files: PlannedFile[]): PlannedDocument {
  const taken: Conflict = {
    code: 'number-in-vault',
    message: `${number} is in the vault already`,
    waysOut: files.map(({ path }) => leaveOut(path)),
  }
  return {
    ...{ number, title: null, classId: null, lifecycle: null, folder: profile.folder },
    ...{ targetState: null, transition: null, record: {}, history: [], legacy: null },
    ...{
      files: [],
      references: [],
      prediction: null,
      ready: false,
      conflicts: inVault(number) ? [taken] : [],
    },
  }
}

function chooseClass({ profile, configuration, person }: Planning, arrival: Parameters<typeof classFor>[1]) {
  if (!profile.class) return classFor(configuration, arrival, person.id)
  return configuration.classes.find(({ id }: DocumentClass) => id === profile.class)
}

const noClass = (number: string, files: PlannedFile[]): Conflict => ({
  code: 'no-class',
  message: `no class rule fits ${number}`,
  waysOut: files.map(({ path }) => leaveOut(path)),
})

/** The versions of a document of which nothing is in doubt, its history, and the way that the engine finds for it. */
function mapped(input: Planning, reading: Reading, number: string): Partial<PlannedDocument> {
  const { documentClass, lifecycle, revisions, known, read } = reading
  const { history, newest } = revisions
  const ordered = inRevisionOrder(revisions)
  const rows = historyRows(input, revisions, ordered)
  const hasLine = history.has(newest.label!)
  const { date, author, text } = known
  const legacy = hasLine || date || author || text ? { date, author, text } : null
  const arrival = { ...arrivalOf(input, number, newest.path), record: read.record }
  const before = {
    ...blankDocument(input.configuration, documentClass, arrival, input.person.id),
    register: rows,
    version: ordered.length - 1,
  }
  const files = ordered.map(({ path, label, sha256, size }) => ({
    path,
    label: label!,
    sha256: sha256!,
    size,
  }))
  const way = wayIn(input, lifecycle, before, newest.raw ?? newest.label!, legacy)
  return { files, history: rows, legacy, ...way, ready: way.conflicts.length === 0 }
}

/** Rows from before the vault, in order: those of the register and those of older files, without the current label. */
function historyRows(
  input: Planning,
  { scheme, history, newest }: Revisions,
  ordered: PlannedFile[],
): RegisterRow[] {
  const weighing = weighingOf(input)
  const current = positionOf(scheme, newest.label!)
  const versions = new Map(ordered.map(({ label }, index) => [label!, index + 1]))
  return [...new Set([...history.keys(), ...versions.keys()])]
    .filter((label) => compare(scheme, positionOf(scheme, label), current) < 0)
    .sort((a, b) => compare(scheme, positionOf(scheme, a), positionOf(scheme, b)))
    .map((label) => {
      const line = history.get(label)
      const version = versions.get(label) ?? null
      const file = version === null ? undefined : ordered[version - 1]
      const { date, author, text } = file ? knownOf(file, line, weighing) : knownFromLine(line!)
      return { label, date, author, text, version, origin: 'legacy' }
    })
}
