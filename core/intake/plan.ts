import {
  adoptedAttribute,
  compare,
  isAdopting,
  parse,
  positionOf,
  refusalSentence,
  type RevisionScheme,
} from '../revision'
import {
  blankDocument,
  classFor,
  conditionRecord,
  decide,
  type DocumentSnapshot,
  nextLabel,
  type RegisterRow,
} from '../engine'
import { canonicalNumber } from '../numbering'
import type { Folder, Person } from '../access'
import { evaluate, parseCondition } from '../condition'
import type { DocumentRecord } from '../attribute'
import { type Configuration, type Lifecycle, lifecycleOf, schemeFor, stateName } from '../configuration'
import { namePattern, type NameReading, readName } from './pattern'
import type { RegisterEntry } from './register-file'
import type {
  Conflict,
  Evidence,
  FoundFile,
  IntakePlan,
  PlannedDocument,
  PlannedFile,
  Prediction,
  Profile,
  Settlement,
} from './types'

/** Everything a plan rests on. */
export interface PlanInput {
  files: FoundFile[]
  register: RegisterEntry[]
  profile: Profile
  configuration: Configuration
  folders: Folder[]
  person: Person
  /** ISO day. */
  today: string
  settlements: Record<string, Settlement>
  /** Whether a number is taken in the vault. */
  inVault: (number: string) => boolean
}

/**
 * What an intake would make of an archive: every file with what was read of it, every document with the engine's prediction.
 * Files of one number become the versions of one document, in revision order. Whatever is doubtful holds its document back,
 * with reasons and ways out.
 * @throws PatternError, ConditionError where the profile itself cannot be read.
 */
export function planIntake(input: PlanInput): IntakePlan {
  const patterns = input.profile.patterns.map(namePattern)
  const register = byNumber(input.register)
  const read = input.files.map((file) =>
    readFile(input, file, readName(patterns, file.path)?.reading, register),
  )
  const groups = new Map<string, PlannedFile[]>()
  for (const file of read) {
    if (file.leftOut || file.number === null) continue
    groups.set(file.number, [...(groups.get(file.number) ?? []), file])
  }
  const documents = [...groups].map(([number, files]) =>
    planDocument(input, number, files, register.get(number) ?? []),
  )
  return { files: read, documents }
}

function byNumber(entries: RegisterEntry[]): Map<string, RegisterEntry[]> {
  const map = new Map<string, RegisterEntry[]>()
  for (const entry of entries) {
    const number = canonicalNumber(entry.number)
    const known = map.get(number)
    if (known) known.push(entry)
    else map.set(number, [entry])
  }
  return map
}

const source = (entry: RegisterEntry) => `register, line ${entry.line}`

function readFile(
  input: PlanInput,
  file: FoundFile,
  name: NameReading | undefined,
  register: Map<string, RegisterEntry[]>,
): PlannedFile {
  const settled = input.settlements[file.path] ?? {}
  const rawNumber = settled.number ?? name?.number ?? null
  const number = rawNumber === null ? null : canonicalNumber(rawNumber)
  const entries = (number === null ? undefined : register.get(number)) ?? []
  const last = entries.at(-1)
  const evidence: PlannedFile['evidence'] = {
    number: found([rawNumber, settled.number ? 'set by hand' : 'name'], [last?.number, last && source(last)]),
    revision: found(
      [settled.label, 'set by hand'],
      [name?.revision, 'name'],
      ...entries.map((entry): [string, string] => [entry.revision, source(entry)]),
    ),
    title: found([name?.title, 'name'], [last?.title, last && source(last)]),
    status: found([name?.status, 'name'], [last?.status, last && source(last)]),
  }
  return {
    path: file.path,
    size: file.size,
    sha256: file.sha256,
    number,
    raw: settled.label ?? name?.revision ?? null,
    label: null,
    evidence,
    leftOut: settled.leaveOut ?? false,
    conflicts: [...fileProblem(file), ...(number === null && !file.problem ? [nameNotRead(file)] : [])],
  }
}

function found(...pairs: [string | null | undefined, string | undefined][]): Evidence[] {
  return pairs.flatMap(([value, from]) => (value && from ? [{ value, source: from }] : []))
}

const leaveOut = (path: string, text = `leave ${fileName(path)} out`) => ({
  text,
  key: path,
  settlement: { leaveOut: true },
})
const fileName = (path: string) => path.slice(path.lastIndexOf('/') + 1)

function fileProblem({ path, problem }: FoundFile): Conflict[] {
  return problem
    ? [{ code: problem.code, message: `${fileName(path)}: ${problem.message}`, waysOut: [leaveOut(path)] }]
    : []
}

function nameNotRead({ path }: FoundFile): Conflict {
  return {
    code: 'name-not-read',
    message: `no pattern reads a number out of ${fileName(path)}`,
    waysOut: [leaveOut(path)],
  }
}

function planDocument(
  input: PlanInput,
  number: string,
  files: PlannedFile[],
  entries: RegisterEntry[],
): PlannedDocument {
  const { profile, configuration, settlements } = input
  const used = entries.filter((entry) => !settlements[`line ${entry.line}`]?.leaveOut)
  const newest = used.at(-1)
  const title = files.map((file) => file.evidence.title[0]?.value).find(Boolean) ?? null
  const document: PlannedDocument = {
    number,
    title,
    classId: null,
    lifecycle: null,
    folder: profile.folder,
    targetState: null,
    transition: null,
    record: {},
    history: [],
    legacy: null,
    files: [],
    prediction: null,
    conflicts: [],
    ready: false,
  }
  const record: DocumentRecord = {}
  const put = (attribute: string | undefined, value: string | null | undefined) => {
    if (attribute && value) record[attribute] = value
  }
  put(profile.attributes.title, title)
  put(profile.attributes.status, newest?.status ?? files[0]?.evidence.status[0]?.value)
  put(profile.attributes.date, newest?.date)
  put(profile.attributes.author, newest?.author)
  document.record = record
  if (input.inVault(number))
    document.conflicts.push({
      code: 'number-in-vault',
      message: `${number} is in the vault already`,
      waysOut: files.map((file) => leaveOut(file.path)),
    })

  const arrival = (path: string) => ({ number, folder: profile.folder, fileName: fileName(path), record })
  const documentClass = profile.class
    ? configuration.classes.find(({ id }) => id === profile.class)
    : classFor(configuration, arrival(files[0]!.path), input.person.id)
  if (!documentClass) {
    document.conflicts.push({
      code: 'no-class',
      message: `no class rule fits ${number}`,
      waysOut: files.map((file) => leaveOut(file.path)),
    })
    return finish(document, files)
  }
  document.classId = documentClass.id
  const lifecycle = lifecycleOf(configuration, documentClass.lifecycle)
  const scheme = schemeFor(configuration, lifecycle)
  document.lifecycle = lifecycle.id

  const history = readHistory(input, scheme, number, used, document.conflicts)
  for (const file of files) readLabel(scheme, file, history)
  settleDisagreement(input, scheme, number, files, history, document.conflicts)
  sameTwice(files)
  if (document.conflicts.length || files.some((file) => file.conflicts.length)) return finish(document, files)

  files.sort((a, b) => compare(scheme, positionOf(scheme, a.label!), positionOf(scheme, b.label!)))
  document.files = files.map((file) => ({
    path: file.path,
    label: file.label!,
    sha256: file.sha256!,
    size: file.size,
  }))
  const current = files.at(-1)!
  document.history = historyRows(scheme, history, document.files, current.label!)
  const entry = history.get(current.label!)
  document.legacy = entry ? { date: entry.date, author: entry.author, text: entry.text } : null
  const before = {
    ...blankDocument(configuration, documentClass, arrival(current.path), input.person.id),
    register: document.history,
    version: files.length - 1,
  }
  chooseWay(input, lifecycle, document, before, current.raw ?? current.label!)
  return finish(document, files)
}

function finish(document: PlannedDocument, files: PlannedFile[]): PlannedDocument {
  return {
    ...document,
    ready:
      document.conflicts.length === 0 &&
      files.every((file) => file.conflicts.length === 0) &&
      document.prediction !== null,
  }
}

/** The register's revisions of one number, in canonical form; what cannot be read is a conflict. */
function readHistory(
  input: PlanInput,
  scheme: RevisionScheme,
  number: string,
  entries: RegisterEntry[],
  conflicts: Conflict[],
): Map<string, RegisterEntry> {
  const history = new Map<string, RegisterEntry>()
  for (const entry of entries) {
    const key = `line ${entry.line}`
    const raw = input.settlements[key]?.label ?? entry.revision
    const reading = parse(scheme, raw)
    if (reading.ok) {
      history.set(reading.canonical, entry)
      continue
    }
    conflicts.push({
      code: 'label-refused',
      message: `register, line ${entry.line}, ${number}: ${refusalSentence(scheme, raw, reading.reason, reading.nearest)}`,
      waysOut: [
        ...reading.nearest.map((label) => ({
          text: `take ${label} in line ${entry.line}`,
          key,
          settlement: { label },
        })),
        { text: `leave line ${entry.line} out`, key, settlement: { leaveOut: true } },
      ],
    })
  }
  return history
}

/** Sets a file's label from its name, or from the register where the name has none. */
function readLabel(scheme: RevisionScheme, file: PlannedFile, history: Map<string, RegisterEntry>): void {
  if (file.raw === null) {
    const latest = highest(scheme, [...history.keys()])
    if (latest === undefined) {
      file.conflicts.push({
        code: 'no-label',
        message: `nothing says which revision ${fileName(file.path)} is`,
        waysOut: [leaveOut(file.path)],
      })
      return
    }
    file.raw = history.get(latest)!.revision
  }
  const reading = parse(scheme, file.raw)
  if (reading.ok) {
    file.label = reading.canonical
    return
  }
  const registered = highest(scheme, [...history.keys()])
  file.conflicts.push({
    code: 'label-refused',
    message: `${fileName(file.path)}: ${refusalSentence(scheme, file.raw, reading.reason, reading.nearest)}`,
    waysOut: [
      ...(registered
        ? [
            {
              text: `take ${registered}, the register’s newest`,
              key: file.path,
              settlement: { label: registered },
            },
          ]
        : []),
      ...reading.nearest.map((label) => ({ text: `take ${label}`, key: file.path, settlement: { label } })),
      leaveOut(file.path),
    ],
  })
}

function highest(scheme: RevisionScheme, labels: string[]): string | undefined {
  return labels.sort((a, b) => compare(scheme, positionOf(scheme, b), positionOf(scheme, a)))[0]
}

function sameTwice(files: PlannedFile[]): void {
  const byLabel = new Map<string, PlannedFile[]>()
  for (const file of files)
    if (file.label !== null) byLabel.set(file.label, [...(byLabel.get(file.label) ?? []), file])
  for (const [label, same] of byLabel) {
    if (same.length < 2) continue
    const content =
      new Set(same.map((file) => file.sha256)).size === 1 ? 'the same content' : 'different content'
    for (const file of same) {
      const others = same.filter((other) => other !== file).map((other) => other.path)
      file.conflicts.push({
        code: 'same-revision-twice',
        message: `${file.number} at ${label} stands in ${same.length} files with ${content}: ${file.path} and ${others.join(', ')}`,
        waysOut: same.map((other) => leaveOut(other.path, `leave ${other.path} out`)),
      })
    }
  }
}

/** The newest file and the register's newest line differ: one of the two is wrong or late, and only a person knows which. */
function settleDisagreement(
  { settlements }: PlanInput,
  scheme: RevisionScheme,
  number: string,
  files: PlannedFile[],
  history: Map<string, RegisterEntry>,
  conflicts: Conflict[],
): void {
  const top = highest(
    scheme,
    files.flatMap((file) => file.label ?? []),
  )
  const registered = highest(scheme, [...history.keys()])
  if (top === undefined || registered === undefined || top === registered) return
  const file = files.find((other) => other.label === top)!
  const trust = settlements[file.path]?.trust ?? (settlements[file.path]?.label ? 'name' : undefined)
  if (trust === 'register') {
    file.raw = file.label = registered
    return
  }
  if (trust === 'name') {
    for (const label of history.keys())
      if (compare(scheme, positionOf(scheme, label), positionOf(scheme, top)) > 0) history.delete(label)
    return
  }
  conflicts.push({
    code: 'sources-disagree',
    message: `${number}: the newest file says ${top}, the register (line ${history.get(registered)!.line}) says ${registered}`,
    waysOut: [
      { text: `the register is right: ${registered}`, key: file.path, settlement: { trust: 'register' } },
      { text: `the file is right: ${top}`, key: file.path, settlement: { trust: 'name' } },
    ],
  })
}

/** Rows from before the vault, in order: those of the register and those of older files, without the current label. */
function historyRows(
  scheme: RevisionScheme,
  history: Map<string, RegisterEntry>,
  files: PlannedDocument['files'],
  current: string,
): RegisterRow[] {
  const versions = new Map(files.map((file, index) => [file.label, index + 1]))
  const at = positionOf(scheme, current)
  return [...new Set([...history.keys(), ...versions.keys()])]
    .filter((label) => compare(scheme, positionOf(scheme, label), at) < 0)
    .sort((a, b) => compare(scheme, positionOf(scheme, a), positionOf(scheme, b)))
    .map((label) => {
      const entry = history.get(label)
      return {
        label,
        date: entry?.date ?? null,
        author: entry?.author ?? null,
        text: entry?.text ?? null,
        version: versions.get(label) ?? null,
        origin: 'legacy',
      }
    })
}

/** Finds the transition that takes the label over into the target state, and asks the engine what it does. */
function chooseWay(
  input: PlanInput,
  lifecycle: Lifecycle,
  document: PlannedDocument,
  before: DocumentSnapshot,
  label: string,
): void {
  const { configuration, profile } = input
  const facts = conditionRecord(configuration, before)
  const target =
    profile.states.find((rule) => evaluate(parseCondition(rule.when, configuration.attributes), facts))
      ?.state ?? profile.otherwise
  document.targetState = target
  if (!lifecycle.states.some((use) => use.state === target)) {
    document.conflicts.push({
      code: 'no-target-state',
      message: `${lifecycle.name} has no state “${stateName(configuration, target)}”`,
      waysOut: [],
    })
    return
  }
  const ways = lifecycle.transitions.filter(
    (way) => way.to === target && way.from.includes(lifecycle.entry) && isAdopting(way.revision),
  )
  if (ways.length === 0) {
    document.conflicts.push({
      code: 'no-way',
      message: `no transition of ${lifecycle.name} adopts a label on the way from ${stateName(configuration, lifecycle.entry)} to ${stateName(configuration, target)}`,
      waysOut: [],
    })
    return
  }
  const answers = ways.map((way) => {
    const snapshot = { ...before, record: { ...before.record, [adoptedAttribute(way.revision)!]: label } }
    return {
      way,
      snapshot,
      decision: decide({
        ...input,
        document: snapshot,
        transition: way.id,
        legacy: document.legacy ?? undefined,
      }),
    }
  })
  const open = answers.find((answer) => answer.decision.ok)
  if (!open?.decision.ok) {
    const reasons = answers.flatMap((answer) => (answer.decision.ok ? [] : answer.decision.reasons))
    document.conflicts.push(
      ...reasons.map((reason): Conflict => ({
        code: 'refused',
        message: `${reason.message} (${reason.where}); ${reason.wayOut}`,
        waysOut: [],
      })),
    )
    return
  }
  document.transition = open.way.id
  document.record = open.snapshot.record
  document.prediction = predict(input, lifecycle, open.snapshot, open.decision.outcome)
}

function predict(
  input: PlanInput,
  lifecycle: Lifecycle,
  before: DocumentSnapshot,
  outcome: {
    to: string
    after: string | null
    register: RegisterRow | null
    version: number | null
    written: { attribute: string; after: DocumentRecord[string] }[]
  },
): Prediction {
  const after: DocumentSnapshot = {
    ...before,
    state: outcome.to,
    revision: outcome.after,
    version: outcome.version ?? before.version,
    register: outcome.register ? [...before.register, outcome.register] : before.register,
    record: {
      ...before.record,
      ...Object.fromEntries(outcome.written.map((entry) => [entry.attribute, entry.after])),
    },
  }
  return {
    state: after.state,
    revision: after.revision!,
    versions: after.version,
    register: after.register,
    record: after.record,
    next: nextLabel(input.configuration, lifecycle, after),
  }
}
