import {
  carryOut as inMemory,
  type Command,
  endsRounds,
  ofKind,
  type Outcome,
  outcomeOf,
} from '../../core/engine'
import { and, eq } from 'drizzle-orm'
import type { DocumentRecord } from '../../core/attribute'
import { type Configuration, stateName } from '../../core/configuration'
import { type Actor, type AuditCode, record } from '../audit/trail'
import { now } from '../clock'
import type { Tx } from '../database/connection'
import { documents, registerRows, signatures, versions } from '../database/schema'
import { noteChange } from '../bindings/pending'
import { keepTasks } from '../tasks/keep'
import { queueEffects } from './queue-effects'
import { contentOf, type DocumentRow, type Incoming, orderOf } from './rows'
import { statements } from './statements'

/** The act that commands belong to: what the trail says of it, and the file that comes with it. */
export interface CarriedAct {
  code: AuditCode
  /** What people call it: a transition's name, or the act's. */
  action: string
  why?: string | null
  /** ISO time; now where it is not given. */
  at?: string
  content?: Incoming
  /** What the trail keeps besides what the commands say. */
  before?: object
  after?: object
  /** Whether the document comes into the vault by it: its row is written once, as it stands afterwards. */
  isNew?: boolean
}

/** Everything a handler needs to write one command down. */
interface Place {
  tx: Tx
  row: DocumentRow
  actor: Actor
  at: string
  content: Incoming | undefined
  /** Whether the document comes into the vault now: what is older has no record of its own. */
  isNew: boolean
}

type Of<Kind extends Command['kind']> = Extract<Command, { kind: Kind }>

/** How one kind of command is written: whether it changes the document's own row, and what beside it. */
interface Writer<Written extends Command> {
  inRow: boolean
  write?: (place: Place, command: Written) => void
}

/** Every kind of command. One that is missing here does not compile. */
const writers: { [Kind in Command['kind']]: Writer<Of<Kind>> } = {
  'set-state': { inRow: true },
  'set-label': { inRow: true },
  'set-owner': { inRow: true },
  'set-editor': { inRow: true },
  'set-holder': { inRow: false, write: setHolder },
  'set-signatures': { inRow: false, write: setSignatures },
  // Who is told is known where the chain of moves ends; what is queued, once the document stands there.
  tell: { inRow: false },
  'queue-job': { inRow: false },
  'write-attribute': { inRow: true },
  'add-version': { inRow: true, write: addVersion },
  'add-register-row': { inRow: false, write: addRegisterRow },
  'correct-register-row': { inRow: false, write: correctRegisterRow },
  'move-register-row': { inRow: false, write: moveRegisterRow },
}
const writerOf = ({ kind }: Command) => writers[kind] as unknown as Writer<Command>

function addVersion(
  { tx, row, actor, at, content, isNew }: Place,
  { version, revision, comment, content: of }: Of<'add-version'>,
): void {
  const file =
    of === 'incoming' ? content! : (content ?? contentOf(tx, row.id, of === 'current' ? row.version : of))
  // The record goes on with the new version; the one before keeps what it said.
  if (!isNew) statements(tx).keepRecord.run({ document: row.id, version: row.version, record: row.record })
  statements(tx).addVersion.run({
    document: row.id,
    version,
    fileName: file.fileName,
    sha256: file.sha256,
    size: file.size,
    revision,
    comment,
    at,
    personName: actor.name,
  })
}

function setHolder({ tx, row, at }: Place, { holder }: Of<'set-holder'>): void {
  tx.update(documents)
    .set({ checkedOutBy: holder?.id ?? null, checkedOutAt: holder ? at : null })
    .where(eq(documents.id, row.id))
    .run()
}

function setSignatures(
  { tx, row, at }: Place,
  { transition, signatures: given }: Of<'set-signatures'>,
): void {
  const ofRound = and(eq(signatures.document, row.id), eq(signatures.transition, transition))
  const since = tx.select({ since: signatures.since }).from(signatures).where(ofRound).get()?.since ?? at
  tx.delete(signatures).where(ofRound).run()
  for (const [position, signature] of given.entries())
    tx.insert(signatures)
      .values({ ...signature, document: row.id, position, since })
      .run()
}

/** Ends every round of a document; what was signed stays in the trail. */
const endRounds = (tx: Tx, document: string): void =>
  void tx.delete(signatures).where(eq(signatures.document, document)).run()

function addRegisterRow({ tx, row }: Place, { row: added }: Of<'add-register-row'>): void {
  const last = statements(tx).lastRegisterRow.get({ document: row.id })
  const position = (last?.position ?? 0) + 1
  statements(tx).addRegisterRow.run({ document: row.id, position, was: null, ...added })
}

function correctRegisterRow(
  { tx, row }: Place,
  { index, before, row: after }: Of<'correct-register-row'>,
): void {
  const { position } = tx
    .select({ position: registerRows.position })
    .from(registerRows)
    .where(eq(registerRows.document, row.id))
    .orderBy(registerRows.position)
    .limit(1)
    .offset(index)
    .get()!
  tx.update(registerRows)
    .set({ label: after.label, was: after.was })
    .where(and(eq(registerRows.document, row.id), eq(registerRows.position, position)))
    .run()
  const relabelled: Partial<typeof versions.$inferInsert> = { revision: after.label }
  tx.update(versions)
    .set(relabelled)
    .where(and(eq(versions.document, row.id), eq(versions.revision, before)))
    .run()
}

function moveRegisterRow({ tx, row }: Place, { label, from, to }: Of<'move-register-row'>): void {
  tx.update(registerRows)
    .set({ version: to })
    .where(
      and(eq(registerRows.document, row.id), eq(registerRows.label, label), eq(registerRows.version, from)),
    )
    .run()
}

/**
 * Writes commands of the engine to the vault, in their order, with one entry in the trail. Runs in the
 * caller's transaction.
 */
export function carryOut(
  tx: Tx,
  actor: Actor,
  configuration: Configuration,
  row: DocumentRow,
  commands: Command[],
  act: CarriedAct,
): void {
  const at = act.at ?? now()
  const place: Place = { tx, row, actor, at, content: act.content, isNew: !!act.isNew }
  for (const command of commands) writerOf(command).write?.(place, command)
  if (!act.isNew && endsRounds(commands)) endRounds(tx, row.id)
  const before = { ...row, register: [], checkedOutBy: null }
  const inRow = commands.filter((command) => writerOf(command).inRow)
  const after = inMemory(before, inRow)
  const standing = {
    id: row.id,
    state: after.state,
    owner: after.owner,
    revision: after.revision,
    revisionOrder: orderOf(configuration, row.lifecycle, after.revision),
    record: after.record,
    title: titleAfter(row, commands),
    version: after.version,
    fileName: fileNameAfter(tx, row, commands, act.content),
    lastEditor: after.lastEditor,
    changedAt: at,
    stateSince: after.state === row.state ? row.stateSince : at,
    change: row.change + 1,
  }
  if (act.isNew) statements(tx).addDocument.run({ ...row, ...standing })
  else statements(tx).changeStanding.run(standing)
  const stands = { ...row, ...standing, ...holderAfter(commands, at) }
  keepTasks(tx, configuration, stands, commands, actor.id, !!act.isNew)
  queueEffects(tx, actor, configuration, stands, row.state, commands, act.why)
  noteChange(tx, configuration, stands, commands, act.code)
  const told = inTrail(configuration, outcomeOf(before, commands))
  record(tx, actor, { ...told, ...given(act), subject: subjectOf(row), at })
}

/** Who has it checked out after commands, where they say so. */
function holderAfter(commands: Command[], at: string): Partial<DocumentRow> {
  const [holding] = ofKind(commands, 'set-holder')
  return holding ? { checkedOutBy: holding.holder?.id ?? null, checkedOutAt: at } : {}
}

/** The title stands beside the record as well, for lists. */
function titleAfter({ title }: DocumentRow, commands: Command[]): string | null {
  const written = ofKind(commands, 'write-attribute').findLast(({ attribute }) => attribute === 'title')
  return written ? (written.after as string | null) : title
}

/** What an act says of itself in the trail, in place of what its commands say. */
const given = ({ code, action, why, before, after }: CarriedAct) => ({
  code,
  action,
  why,
  ...(before === undefined ? {} : { before }),
  ...(after === undefined ? {} : { after }),
})
const subjectOf = (row: DocumentRow) => ({ kind: 'document' as const, id: row.id, name: row.number })

function fileNameAfter(tx: Tx, row: DocumentRow, commands: Command[], content: Incoming | undefined): string {
  if (content) return content.fileName
  const [version] = ofKind(commands, 'add-version')
  return typeof version?.content === 'number' ? contentOf(tx, row.id, version.content).fileName : row.fileName
}

/** What an outcome is in the trail: the state by its name, the label, and what was written. */
function inTrail(configuration: Configuration, outcome: Outcome) {
  const values = (side: 'before' | 'after'): DocumentRecord =>
    Object.fromEntries(outcome.written.map((entry) => [entry.attribute, entry[side]]))
  return {
    before: {
      state: stateName(configuration, outcome.from),
      revision: outcome.before,
      ...values('before'),
    },
    after: {
      state: stateName(configuration, outcome.to),
      revision: outcome.after,
      ...values('after'),
      ...(outcome.version ? { version: outcome.version } : {}),
    },
  }
}
