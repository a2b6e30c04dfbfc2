import { and, eq } from 'drizzle-orm'
import { type Configuration, stateName } from '../../core/configuration'
import type { Move, Published, Stranded } from '../../shared/answers'
import { type Actor, record } from '../audit/trail'
import { now } from '../clock'
import { atomically, type Db, type Tx } from '../database/connection'
import { documents, draftEdits } from '../database/schema'
import type { Account } from '../directory/people'
import { Refusal } from '../refusal'
import { keepAllTasks } from '../tasks/keep'
import { basisOf, type CheckedDraft } from './checked-draft'
import { drafted, expectChange, moveTo, requireLabelsKept } from './draft'
import { conversionsIn, followSchemes } from './labels'
import { insertConfiguration, published } from './published'
import { strandedDocuments } from './stranded'

/**
 * Puts the draft in force, whole or not at all, after it was checked. @throws Refusal with the findings, or the
 * documents that stand in the way, or where something has changed since the check.
 */
export function publish(
  db: Db,
  actor: Account,
  checked: CheckedDraft,
  change: number,
  comment: string | null,
  moves: Move[] = [],
): Published {
  return atomically(db, (tx) => {
    const { edits, cursor } = expectChange(tx, change)
    if (cursor === 0) throw new Refusal('conflict', 'the draft has no edits: there is nothing to publish')
    const before = published(tx)
    const configuration = drafted(tx)
    requireSound(tx, checked)
    requirePlan(tx, actor, before.configuration, configuration, moves)
    const inForce = edits.slice(0, cursor).map(({ edit }) => edit)
    requireLabelsKept(tx, actor, configuration, inForce)
    const id = before.id + 1
    const words = edits.slice(0, cursor).map((edit) => edit.words)
    insertConfiguration(tx, { id, configuration, personName: actor.name, comment })
    record(tx, actor, {
      code: 'publish',
      action: 'publish configuration',
      subject: { kind: 'configuration', id: String(id), name: `Configuration ${id}` },
      before: { configuration: before.id },
      after: { configuration: id, edits: words },
      why: comment,
    })
    for (const move of moves) moveDocuments(tx, actor, before.configuration, configuration, move, comment)
    followSchemes(tx, actor, before.configuration, configuration, conversionsIn(inForce))
    keepAllTasks(tx, moves.length ? null : before.configuration, configuration)
    tx.delete(draftEdits).run()
    moveTo(tx, 0, change)
    return published(tx)
  })
}

/** @throws Refusal where the check found errors, a kept rehearsal breaks, or what it rests on has changed since. */
function requireSound(tx: Tx, { findings, broken, basis }: CheckedDraft): void {
  if (basis !== basisOf(tx))
    throw new Refusal('conflict', 'people or folders changed while the draft was checked: publish again')
  const errors = findings.filter((finding) => finding.severity === 'error')
  if (errors.length)
    throw new Refusal(
      'conflict',
      `the draft has ${errors.length === 1 ? 'an error' : `${errors.length} errors`}: ${errors[0]!.message}`,
      errors,
    )
  const [first] = broken
  if (!first) return
  const { name, act, message } = first
  const why = `the kept rehearsal “${name}” comes out otherwise: act ${act}, ${message}`
  throw new Refusal('conflict', `${why}. Mend the draft, or keep the rehearsal anew`, broken)
}

/**
 * @throws Refusal where documents would stand nowhere, or would be moved to a state that is not there or from
 * one that stays.
 */
function requirePlan(
  tx: Tx,
  actor: Account,
  before: Configuration,
  after: Configuration,
  moves: Move[],
): void {
  const stranded = strandedDocuments(tx, actor, before, after)
  const planOf = ({ lifecycle, state }: Stranded) =>
    moves.find((move) => move.lifecycle === lifecycle && move.state === state)
  const open = stranded
    .filter((entry) => !planOf(entry))
    .map((entry) => `${entry.count} documents stand in ${entry.stateName} of ${entry.lifecycleName}`)
  if (open.length)
    throw new Refusal('conflict', `${open.join('; ')}. Say where they go, or keep the state`, open)
  const wrong = stranded.find((entry) => !entry.targets.includes(planOf(entry)!.to))
  if (wrong)
    throw new Refusal(
      'invalid',
      `documents of ${wrong.stateName} cannot go to “${planOf(wrong)!.to}”: ${wrong.lifecycleName} has no such state`,
    )
  const needless = moves.find(
    (move) => !stranded.some((entry) => entry.lifecycle === move.lifecycle && entry.state === move.state),
  )
  if (needless)
    throw new Refusal(
      'invalid',
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
      code: 'move-out',
      action: 'move out of a removed state',
      subject: { kind: 'document', id: row.id, name: row.number },
      before: { state: stateName(before, state) },
      after: { state: stateName(after, to) },
      why,
      at,
    })
  }
}
