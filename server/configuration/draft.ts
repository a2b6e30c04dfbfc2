import { and, eq, gt, sql } from 'drizzle-orm'
import {
  applyEdit,
  type Configuration,
  describeEdit,
  type Edit,
  EditError,
  editKind,
  UnknownError,
} from '../../core/configuration'
import type { DraftView } from '../../shared/answers'
import { type Actor, record } from '../audit/trail'
import { now } from '../clock'
import { atomically, type Db, type Tx } from '../database/connection'
import { draft, draftEdits, places } from '../database/schema'
import { allGroups, withGroups } from '../directory/groups'
import type { Account } from '../directory/people'
import { Refusal } from '../refusal'
import { configurationRow } from './history'
import { conversionsIn, labelObstacles } from './labels'
import { published } from './published'

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
  const edited = edits
    .slice(0, cursor)
    .reduce((configuration, { edit }) => applyEdit(configuration, edit), published(tx).configuration)
  return cursor === 0 ? edited : withGroups(edited, allGroups(tx))
}

/**
 * Adds an edit; what was undone before it is gone. @throws Refusal where it cannot be made, or the draft has
 * moved on.
 */
export function addEdit(db: Db, actor: Account, edit: Edit, change: number): DraftView {
  return atomically(db, (tx) => {
    const { cursor } = expectChange(tx, change)
    const before = drafted(tx)
    const after = edited(before, edit)
    if (editKind(edit).spoilsLabels)
      requireLabelsKept(tx, actor, after, [
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
    if (error instanceof EditError || error instanceof UnknownError)
      throw new Refusal('invalid', error.message)
    throw error
  }
}

/** @throws Refusal where labels in use stand against it. */
export function requireLabelsKept(tx: Tx, account: Account, after: Configuration, edits: Edit[]): void {
  const obstacles = labelObstacles(tx, account, published(tx).configuration, after, conversionsIn(edits))
  if (obstacles.length)
    throw new Refusal(
      'conflict',
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
      code: 'discard-draft',
      action: 'discard draft',
      subject: { kind: 'configuration', id: 'draft', name: `Draft ${published(tx).id + 1}` },
      before: edits.slice(0, cursor).map((edit) => edit.words),
    })
    tx.delete(draftEdits).run()
    return moveTo(tx, 0, change)
  })
}

/** The draft, unless it has moved on since it was looked at. @throws Refusal */
export function expectChange(tx: Tx, change: number): DraftView {
  const view = readDraft(tx)
  if (view.change === change) return view
  const last = view.edits.at(view.cursor - 1)
  throw new Refusal(
    'conflict',
    `the draft has changed meanwhile${last ? `: ${last.personName} made “${last.words}”` : ''}. It is shown as it is now; make your edit again if it still fits`,
  )
}

/** Sets the cursor, and counts the change. */
export function moveTo(tx: Tx, cursor: number, change: number): DraftView {
  tx.insert(draft)
    .values({ id: 1, cursor, change: change + 1 })
    .onConflictDoUpdate({ target: draft.id, set: { cursor, change: change + 1 } })
    .run()
  return readDraft(tx)
}

/**
 * Makes the draft the same as an earlier configuration: an edit like others, that can be undone and has to be
 * published.
 */
export function restoreConfiguration(db: Db, actor: Account, id: number, change: number): DraftView {
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

/** How many documents stand in each state of a lifecycle. */
export function countsByState(tx: Tx, lifecycle: string): Record<string, number> {
  const rows = tx
    .select({ state: places.state, count: sql<number>`sum(${places.documents})` })
    .from(places)
    .where(and(eq(places.lifecycle, lifecycle), gt(places.documents, 0)))
    .groupBy(places.state)
    .all()
  return Object.fromEntries(rows.map((row) => [row.state, row.count]))
}
