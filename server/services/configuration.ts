import { and, count, eq, gt, inArray } from 'drizzle-orm'
import { check, type Finding } from '../../core/check/check'
import { applyEdit, describeEdit, EditError, stateName, UnknownError, type Configuration, type Edit } from '../../core/lifecycle'
import type { Folder } from '../../core/access/types'
import { atomically, type Db, type Tx } from '../database/connection'
import { configurations, documents, draft, draftEdits } from '../database/schema'
import { statements } from '../database/statements'
import { record, type Actor } from './audit'
import { Refusal } from './errors'
import { conversionsIn, followSchemes, labelObstacles } from './labels'
import { now } from './clock'

export interface Published { id: number; at: string; personName: string; configuration: Configuration }

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
  if (!newest) throw new Refusal(409, 'this vault has no configuration yet: make the demo data, or import one')
  if (cache?.id !== newest.id || cache.at !== newest.at) cache = tx.select().from(configurations).where(eq(configurations.id, newest.id)).get()!
  return cache
}

export function allFolders(tx: Tx): Folder[] {
  return statements(tx).folders.all().map(({ path, rules }) => ({ path, ...rules }))
}

export function readDraft(tx: Tx): DraftView {
  const state = tx.select().from(draft).get() ?? { cursor: 0, change: 0 }
  return { number: published(tx).id + 1, change: state.change, cursor: state.cursor, edits: tx.select().from(draftEdits).orderBy(draftEdits.position).all() }
}

/** The configuration that the draft would publish. */
export function drafted(tx: Tx): Configuration {
  const { edits, cursor } = readDraft(tx)
  return edits.slice(0, cursor).reduce((configuration, { edit }) => applyEdit(configuration, edit), published(tx).configuration)
}

/** Adds an edit; what was undone before it is gone. @throws Refusal where it cannot be made, or the draft has moved on. */
export function addEdit(db: Db, actor: Actor, edit: Edit, change: number): DraftView {
  return atomically(db, (tx) => {
    const { cursor } = expectChange(tx, change)
    const before = drafted(tx)
    const after = edited(before, edit)
    if (labelEdits.includes(edit.kind)) requireLabelsKept(tx, after, [...readDraft(tx).edits.slice(0, cursor).map((entry) => entry.edit), edit])
    tx.delete(draftEdits).where(gt(draftEdits.position, cursor)).run()
    tx.insert(draftEdits).values({ position: cursor + 1, edit, words: describeEdit(before, edit), at: now(), personName: actor.name }).run()
    return moveTo(tx, cursor + 1, change)
  })
}

/** The edits that can spoil labels in use; they are refused at once, and asked again when the draft is published. */
const labelEdits: Edit['kind'][] = ['set-scheme', 'use-scheme']

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
  if (obstacles.length) throw new Refusal(409, `labels in use stand in the way: ${obstacles[0]}${obstacles.length > 1 ? `, and ${obstacles.length - 1} more` : ''}`, obstacles)
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
    record(tx, actor, { action: 'discard draft', subject: { kind: 'configuration', id: 'draft', name: `Draft ${published(tx).id + 1}` }, before: edits.slice(0, cursor).map((edit) => edit.words) })
    tx.delete(draftEdits).run()
    return moveTo(tx, 0, change)
  })
}

/** Puts the draft in force, whole or not at all. @throws Refusal with the findings, or the documents that stand in the way. */
export function publish(db: Db, actor: Actor, change: number, comment: string | null): Published {
  return atomically(db, (tx) => {
    const { edits, cursor } = expectChange(tx, change)
    if (cursor === 0) throw new Refusal(409, 'the draft has no edits: there is nothing to publish')
    const before = published(tx)
    const configuration = drafted(tx)
    const errors = check(configuration).filter((finding) => finding.severity === 'error')
    if (errors.length) throw new Refusal(409, `the draft has ${errors.length === 1 ? 'an error' : `${errors.length} errors`}: ${errors[0]!.message}`, errors)
    const stranded = documentsInRemovedStates(tx, before.configuration, configuration)
    if (stranded.length) throw new Refusal(409, `${stranded.join('; ')}. Move them to another state first, or keep the state`, stranded)
    const inForce = edits.slice(0, cursor).map(({ edit }) => edit)
    requireLabelsKept(tx, configuration, inForce)
    const id = before.id + 1
    const words = edits.slice(0, cursor).map((edit) => edit.words)
    insertConfiguration(tx, { id, configuration, personName: actor.name, comment })
    record(tx, actor, { action: 'publish configuration', subject: { kind: 'configuration', id: String(id), name: `Configuration ${id}` }, before: { configuration: before.id }, after: { configuration: id, edits: words }, why: comment })
    followSchemes(tx, actor, before.configuration, configuration, conversionsIn(inForce))
    tx.delete(draftEdits).run()
    moveTo(tx, 0, change)
    return published(tx)
  })
}

/** Adds a configuration as the newest one, without asking. */
export function insertConfiguration(tx: Tx, row: { id: number; configuration: Configuration; personName: string; comment: string | null; at?: string }): void {
  tx.insert(configurations).values({ ...row, at: row.at ?? now() }).run()
}

/** The findings on the draft. */
export function draftFindings(tx: Tx): Finding[] {
  return check(drafted(tx))
}

/** How many documents stand in each state of a lifecycle. */
export function countsByState(tx: Tx, lifecycle: string): Record<string, number> {
  const rows = tx.select({ state: documents.state, count: count() }).from(documents).where(eq(documents.lifecycle, lifecycle)).groupBy(documents.state).all()
  return Object.fromEntries(rows.map((row) => [row.state, row.count]))
}

function documentsInRemovedStates(tx: Tx, before: Configuration, after: Configuration): string[] {
  return before.lifecycles.flatMap((lifecycle) => {
    const kept = after.lifecycles.find(({ id }) => id === lifecycle.id)?.states.map((use) => use.state) ?? []
    const removed = lifecycle.states.map((use) => use.state).filter((state) => !kept.includes(state))
    if (removed.length === 0) return []
    const standing = tx.select({ state: documents.state, count: count() }).from(documents)
      .where(and(eq(documents.lifecycle, lifecycle.id), inArray(documents.state, removed))).groupBy(documents.state).all()
    return standing.map((row) => `${row.count} documents stand in ${stateName(before, row.state)} of ${lifecycle.name}`)
  })
}

function expectChange(tx: Tx, change: number): DraftView {
  const view = readDraft(tx)
  if (view.change === change) return view
  const last = view.edits.at(view.cursor - 1)
  throw new Refusal(409, `the draft has changed meanwhile${last ? `: ${last.personName} made “${last.words}”` : ''}. It is shown as it is now; make your edit again if it still fits`)
}

function moveTo(tx: Tx, cursor: number, change: number): DraftView {
  tx.insert(draft).values({ id: 1, cursor, change: change + 1 }).onConflictDoUpdate({ target: draft.id, set: { cursor, change: change + 1 } }).run()
  return readDraft(tx)
}
