import {
  applyEdit,
  type Configuration,
  describeEdit,
  differences,
  type Edit,
  EditError,
  editKind,
  stateName,
  UnknownError,
} from '../../core/configuration'
import { check, type Finding } from '../../core/check'
import type { Directory, Folder } from '../../core/access'
import { and, count, desc, eq, gt, inArray } from 'drizzle-orm'
import { atomically, type Db, type Tx } from '../database/connection'
import { configurations, documents, draft, draftEdits, people } from '../database/schema'
import { statements } from '../database/statements'
import { record, type Actor } from './audit'
import { Refusal } from './errors'
import { conversionsIn, followSchemes, labelObstacles } from './labels'
import { now } from './clock'

export interface Published {
  id: number
  at: string
  personName: string
  configuration: Configuration
}

export interface DraftView {
  /** The number that the next published configuration will have. */
  number: number
  /** To be sent with the next change: a change made on an older state of the draft is refused. */
  change: number
  cursor: number
  edits: { edit: Edit; words: string; at: string; personName: string }[]
}

let cache: Published | undefined

/** The configuration in force. Parsed once per published one. @throws Refusal where the vault has none yet. */
export function published(tx: Tx): Published {
  const newest = statements(tx).newestConfiguration.get()
  if (!newest)
    throw new Refusal(409, 'this vault has no configuration yet: make the demo data, or import one')
  if (cache?.id !== newest.id || cache.at !== newest.at)
    cache = tx.select().from(configurations).where(eq(configurations.id, newest.id)).get()!
  return cache
}

export function allFolders(tx: Tx): Folder[] {
  return statements(tx)
    .folders.all()
    .map(({ path, rules }) => ({ path, ...rules }))
}

export function readDraft(tx: Tx): DraftView {
  const state = tx.select().from(draft).get() ?? { cursor: 0, change: 0 }
  return {
    number: published(tx).id + 1,
    change: state.change,
    cursor: state.cursor,
    edits: tx.select().from(draftEdits).orderBy(draftEdits.position).all(),
  }
}

/** The configuration that the draft would publish. */
export function drafted(tx: Tx): Configuration {
  const { edits, cursor } = readDraft(tx)
  return edits
    .slice(0, cursor)
    .reduce((configuration, { edit }) => applyEdit(configuration, edit), published(tx).configuration)
}

/** Adds an edit; what was undone before it is gone. @throws Refusal where it cannot be made, or the draft has moved on. */
export function addEdit(db: Db, actor: Actor, edit: Edit, change: number): DraftView {
  return atomically(db, (tx) => {
    const { cursor } = expectChange(tx, change)
    const before = drafted(tx)
    const after = edited(before, edit)
    if (editKind(edit).spoilsLabels)
      requireLabelsKept(tx, after, [
        ...readDraft(tx)
          .edits.slice(0, cursor)
          .map((entry) => entry.edit),
        edit,
      ])
    tx.delete(draftEdits).where(gt(draftEdits.position, cursor)).run()
    tx.insert(draftEdits)
      .values({
        position: cursor + 1,
        edit,
        words: describeEdit(before, edit),
        at: now(),
        personName: actor.name,
      })
      .run()
    return moveTo(tx, cursor + 1, change)
  })
}

function edited(before: Configuration, edit: Edit): Configuration {
  try {
    return applyEdit(before, edit)
  } catch (error) {
    if (error instanceof EditError || error instanceof UnknownError) throw new Refusal(400, error.message)
    throw error
  }
}

function requireLabelsKept(tx: Tx, after: Configuration, edits: Edit[]): void {
  const obstacles = labelObstacles(tx, published(tx).configuration, after, conversionsIn(edits))
  if (obstacles.length)
    throw new Refusal(
      409,
      `labels in use stand in the way: ${obstacles[0]}${obstacles.length > 1 ? `, and ${obstacles.length - 1} more` : ''}`,
      obstacles,
    )
}

/** Undoes (-1) or redoes (+1) an edit; does nothing at the end of the list. */
export function moveCursor(db: Db, by: -1 | 1, change: number): DraftView {
  return atomically(db, (tx) => {
    const { cursor, edits } = expectChange(tx, change)
    return moveTo(tx, Math.max(0, Math.min(edits.length, cursor + by)), change)
  })
}

/** Takes the whole draft back. */
export function discardDraft(db: Db, actor: Actor, change: number): DraftView {
  return atomically(db, (tx) => {
    const { edits, cursor } = expectChange(tx, change)
    record(tx, actor, {
      action: 'discard draft',
      subject: { kind: 'configuration', id: 'draft', name: `Draft ${published(tx).id + 1}` },
      before: edits.slice(0, cursor).map((edit) => edit.words),
    })
    tx.delete(draftEdits).run()
    return moveTo(tx, 0, change)
  })
}

/** Where the documents go that stand in a state which the draft removes. */
export interface Move {
  lifecycle: string
  state: string
  to: string
}

/** Puts the draft in force, whole or not at all. @throws Refusal with the findings, or the documents that stand in the way. */
export function publish(
  db: Db,
  actor: Actor,
  change: number,
  comment: string | null,
  moves: Move[] = [],
): Published {
  return atomically(db, (tx) => {
    const { edits, cursor } = expectChange(tx, change)
    if (cursor === 0) throw new Refusal(409, 'the draft has no edits: there is nothing to publish')
    const before = published(tx)
    const configuration = drafted(tx)
    const errors = check(configuration, directoryOf(tx)).filter((finding) => finding.severity === 'error')
    if (errors.length)
      throw new Refusal(
        409,
        `the draft has ${errors.length === 1 ? 'an error' : `${errors.length} errors`}: ${errors[0]!.message}`,
        errors,
      )
    requirePlan(tx, before.configuration, configuration, moves)
    const inForce = edits.slice(0, cursor).map(({ edit }) => edit)
    requireLabelsKept(tx, configuration, inForce)
    const id = before.id + 1
    const words = edits.slice(0, cursor).map((edit) => edit.words)
    insertConfiguration(tx, { id, configuration, personName: actor.name, comment })
    record(tx, actor, {
      action: 'publish configuration',
      subject: { kind: 'configuration', id: String(id), name: `Configuration ${id}` },
      before: { configuration: before.id },
      after: { configuration: id, edits: words },
      why: comment,
    })
    for (const move of moves) moveDocuments(tx, actor, before.configuration, configuration, move, comment)
    followSchemes(tx, actor, before.configuration, configuration, conversionsIn(inForce))
    tx.delete(draftEdits).run()
    moveTo(tx, 0, change)
    return published(tx)
  })
}

/** The people and folders that a configuration is checked against; a folder stands for the lifecycles of the documents in it. */
export function directoryOf(tx: Tx): Directory {
  const inUse = new Map<string, string[]>()
  for (const { folder, lifecycle } of tx
    .selectDistinct({ folder: documents.folder, lifecycle: documents.lifecycle })
    .from(documents)
    .all())
    inUse.set(folder, [...(inUse.get(folder) ?? []), lifecycle])
  return {
    people: tx
      .select({
        id: people.id,
        name: people.name,
        mail: people.mail,
        groups: people.groups,
        active: people.active,
      })
      .from(people)
      .all(),
    folders: allFolders(tx).map((folder) => ({ ...folder, lifecycles: inUse.get(folder.path) ?? [] })),
  }
}

/** Adds a configuration as the newest one, without asking. */
export function insertConfiguration(
  tx: Tx,
  row: { id: number; configuration: Configuration; personName: string; comment: string | null; at?: string },
): void {
  tx.insert(configurations)
    .values({ ...row, at: row.at ?? now() })
    .run()
}

/** The findings on the draft. */
export function draftFindings(tx: Tx): Finding[] {
  return check(drafted(tx), directoryOf(tx))
}

/** How many documents stand in each state of a lifecycle. */
export function countsByState(tx: Tx, lifecycle: string): Record<string, number> {
  const rows = tx
    .select({ state: documents.state, count: count() })
    .from(documents)
    .where(eq(documents.lifecycle, lifecycle))
    .groupBy(documents.state)
    .all()
  return Object.fromEntries(rows.map((row) => [row.state, row.count]))
}

/** Documents that stand in a state which a configuration no longer has. */
export interface Stranded {
  lifecycle: string
  lifecycleName: string
  state: string
  stateName: string
  count: number
  targets: string[]
}

/** The documents that putting a configuration in force would leave nowhere, by lifecycle and state. */
export function strandedDocuments(tx: Tx, before: Configuration, after: Configuration): Stranded[] {
  return before.lifecycles.flatMap((lifecycle) => {
    const kept = after.lifecycles.find(({ id }) => id === lifecycle.id)?.states.map((use) => use.state) ?? []
    const removed = lifecycle.states.map((use) => use.state).filter((state) => !kept.includes(state))
    if (removed.length === 0) return []
    const standing = tx
      .select({ state: documents.state, count: count() })
      .from(documents)
      .where(and(eq(documents.lifecycle, lifecycle.id), inArray(documents.state, removed)))
      .groupBy(documents.state)
      .all()
    return standing.map((row): Stranded => ({
      lifecycle: lifecycle.id,
      lifecycleName: lifecycle.name,
      stateName: stateName(before, row.state),
      targets: kept,
      ...row,
    }))
  })
}

/** @throws Refusal where documents would stand nowhere, or would be moved to a state that is not there or from one that stays. */
function requirePlan(tx: Tx, before: Configuration, after: Configuration, moves: Move[]): void {
  const stranded = strandedDocuments(tx, before, after)
  const planOf = ({ lifecycle, state }: Stranded) =>
    moves.find((move) => move.lifecycle === lifecycle && move.state === state)
  const open = stranded
    .filter((entry) => !planOf(entry))
    .map((entry) => `${entry.count} documents stand in ${entry.stateName} of ${entry.lifecycleName}`)
  if (open.length) throw new Refusal(409, `${open.join('; ')}. Say where they go, or keep the state`, open)
  const wrong = stranded.find((entry) => !entry.targets.includes(planOf(entry)!.to))
  if (wrong)
    throw new Refusal(
      400,
      `documents of ${wrong.stateName} cannot go to “${planOf(wrong)!.to}”: ${wrong.lifecycleName} has no such state`,
    )
  const needless = moves.find(
    (move) => !stranded.some((entry) => entry.lifecycle === move.lifecycle && entry.state === move.state),
  )
  if (needless)
    throw new Refusal(
      400,
      `no document stands in a removed state “${needless.state}”: nothing is moved from there`,
    )
}

function moveDocuments(
  tx: Tx,
  actor: Actor,
  before: Configuration,
  after: Configuration,
  { lifecycle, state, to }: Move,
  why: string | null,
): void {
  const at = now()
  for (const row of tx
    .select({ id: documents.id, number: documents.number, change: documents.change })
    .from(documents)
    .where(and(eq(documents.lifecycle, lifecycle), eq(documents.state, state)))
    .all()) {
    tx.update(documents)
      .set({ state: to, stateSince: at, changedAt: at, change: row.change + 1 })
      .where(eq(documents.id, row.id))
      .run()
    record(tx, actor, {
      action: 'move out of a removed state',
      subject: { kind: 'document', id: row.id, name: row.number },
      before: { state: stateName(before, state) },
      after: { state: stateName(after, to) },
      why,
      at,
    })
  }
}

function expectChange(tx: Tx, change: number): DraftView {
  const view = readDraft(tx)
  if (view.change === change) return view
  const last = view.edits.at(view.cursor - 1)
  throw new Refusal(
    409,
    `the draft has changed meanwhile${last ? `: ${last.personName} made “${last.words}”` : ''}. It is shown as it is now; make your edit again if it still fits`,
  )
}

function moveTo(tx: Tx, cursor: number, change: number): DraftView {
  tx.insert(draft)
    .values({ id: 1, cursor, change: change + 1 })
    .onConflictDoUpdate({ target: draft.id, set: { cursor, change: change + 1 } })
    .run()
  return readDraft(tx)
}

/** Every configuration that was ever in force, the newest first, without what is in them. */
export function configurationHistory(
  tx: Tx,
): (Omit<Published, 'configuration'> & { comment: string | null })[] {
  return tx
    .select({
      id: configurations.id,
      at: configurations.at,
      personName: configurations.personName,
      comment: configurations.comment,
    })
    .from(configurations)
    .orderBy(desc(configurations.id))
    .all()
}

function configurationRow(tx: Tx, id: number): Published {
  const row = tx.select().from(configurations).where(eq(configurations.id, id)).get()
  if (!row) throw new Refusal(404, `there is no configuration ${id}; the newest is ${published(tx).id}`)
  return row
}

/** What is different between two configurations, in words, and the two themselves. */
export function compareConfigurations(tx: Tx, from: number, to: number) {
  const [before, after] = [configurationRow(tx, from).configuration, configurationRow(tx, to).configuration]
  return { differences: differences(before, after), before, after }
}

/** Makes the draft the same as an earlier configuration: an edit like others, that can be undone and has to be published. */
export function restoreConfiguration(db: Db, actor: Actor, id: number, change: number): DraftView {
  return addEdit(
    db,
    actor,
    {
      kind: 'replace',
      configuration: configurationRow(db, id).configuration,
      words: `Restore configuration ${id}`,
    },
    change,
  )
}
