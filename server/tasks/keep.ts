import { randomUUID } from 'node:crypto'
import { and, eq, notInArray } from 'drizzle-orm'
import { type Configuration, lifecycleOf, stateUseOf, type Transition } from '../../core/configuration'
import { type Command, ofKind } from '../../core/engine'
import type { TaskKind } from '../../shared/answers'
import { oncePerConnection, type Tx } from '../database/connection'
import { taskDeferrals, tasks } from '../database/schema'
import type { DocumentRow } from '../documents/rows'

/** A task as it is wanted of a document where it stands. */
type Wanted = Pick<typeof tasks.$inferInsert, 'kind' | 'detail' | 'askedOf' | 'since' | 'due'>

/** The transitions that are signed from a state. */
export const signedFrom = (configuration: Configuration, lifecycle: string, state: string): Transition[] =>
  configuration.lifecycles
    .find(({ id }) => id === lifecycle)
    ?.transitions.filter(({ trigger, from }) => trigger === 'quorum' && from.includes(state)) ?? []

/** Everybody that a transition’s seats ask. */
const askedBy = ({ seats = [] }: Transition): string[] => [
  ...new Set(seats.flatMap(({ members }) => members)),
]

/** The day on which what has waited since a moment is late. */
const dueAfter = (since: string, days: number | undefined): string | null =>
  days === undefined ? null : new Date(Date.parse(since) + days * 86_400_000).toISOString().slice(0, 10)

/**
 * Keeps the tasks of a document as it stands after an act: its rounds wait for signatures, what somebody sent back for
 * whom it belongs to, what is checked out for who has it.
 */
export function keepTasks(
  tx: Tx,
  configuration: Configuration,
  row: DocumentRow,
  commands: Command[],
  by: string | null,
  isNew: boolean,
): void {
  const wanted: Wanted[] = signedFrom(configuration, row.lifecycle, row.state).map((transition) => ({
    ...{ kind: 'sign' as const, detail: transition.id, askedOf: askedBy(transition), since: row.stateSince },
    due: dueAfter(row.stateSince, transition.due),
  }))
  const [returned] = returnedBy(configuration, row, commands, by)
  if (returned) wanted.push(returned)
  if (row.checkedOutBy)
    wanted.push({
      ...{ kind: 'check-out', detail: '', askedOf: [`person:${row.checkedOutBy}`] },
      ...{ since: row.checkedOutAt ?? row.changedAt, due: null },
    })
  const hasMoved = ofKind(commands, 'set-state').length > 0
  if (!isNew) dropOthers(tx, row.id, wanted, hasMoved)
  for (const task of wanted) add(tx, row.id, task)
}

/** A document that somebody else sent back to a state where it is worked on waits for whom it belongs to. */
function returnedBy(
  configuration: Configuration,
  { lifecycle: id, owner, changedAt }: DocumentRow,
  commands: Command[],
  by: string | null,
): Wanted[] {
  const [moved] = ofKind(commands, 'set-state')
  if (!moved || by === null || by === owner) return []
  const lifecycle = lifecycleOf(configuration, id)
  const place = (state: string) => lifecycle.states.findIndex((use) => use.state === state)
  const isBack = place(moved.to) >= 0 && place(moved.to) < place(moved.from)
  if (!isBack || stateUseOf(lifecycle, moved.to).content !== 'open') return []
  return [{ kind: 'returned', detail: moved.from, askedOf: ['owner'], since: changedAt, due: null }]
}

/** Takes away what is not wanted any more; a return stays until the document moves on. */
function dropOthers(tx: Tx, document: string, wanted: Wanted[], hasMoved: boolean): void {
  const of = eq(tasks.document, document)
  if (!statements(tx).any.get({ document })) return
  const drop = (kind: TaskKind) => {
    const kept = wanted.filter((task) => task.kind === kind).map(({ detail }) => detail)
    // What has begun anew is another task: nobody has claimed it.
    const isGone = hasMoved && kind !== 'check-out' ? undefined : notInArray(tasks.detail, kept)
    const those = and(of, eq(tasks.kind, kind), kept.length ? isGone : undefined)
    const ids = tx.delete(tasks).where(those).returning({ id: tasks.id }).all()
    for (const { id } of ids) tx.delete(taskDeferrals).where(eq(taskDeferrals.task, id)).run()
  }
  drop('sign')
  drop('check-out')
  if (hasMoved) drop('returned')
}

function add(tx: Tx, document: string, task: Wanted): void {
  statements(tx).add.run({ id: randomUUID(), document, ...task, due: task.due ?? null })
}

const statements = oncePerConnection((db) => ({
  any: db.$client.prepare('select 1 from tasks where document = @document limit 1'),
  add: {
    run: (task: typeof tasks.$inferInsert) => db.insert(tasks).values(task).onConflictDoNothing().run(),
  },
}))

/** What a configuration asks for on signing, as a text to compare. */
const signingIn = ({ lifecycles }: Configuration): string =>
  JSON.stringify(
    lifecycles.map(({ id, transitions }) => [
      id,
      transitions
        .filter(({ trigger }) => trigger === 'quorum')
        .map((transition) => [transition.id, transition.from, askedBy(transition), transition.due]),
    ]),
  )

/** Puts the tasks of all documents right after a publish, where it asks for other signatures than before. */
export function keepAllTasks(tx: Tx, before: Configuration | null, after: Configuration): void {
  if (before && signingIn(before) === signingIn(after)) return
  const kept = after.lifecycles.flatMap(({ id, transitions }) =>
    transitions
      .filter(({ trigger }) => trigger === 'quorum')
      .flatMap((transition) => transition.from.map((state) => ({ lifecycle: id, state, transition }))),
  )
  tx.$client.exec(
    'create temp table if not exists wanted_signing (lifecycle text, state text, detail text); delete from wanted_signing',
  )
  const want = tx.$client.prepare('insert into wanted_signing values (?, ?, ?)')
  for (const { lifecycle, state, transition } of kept) want.run(lifecycle, state, transition.id)
  tx.$client.exec(`delete from tasks where kind = 'sign' and not exists (select 1 from documents d
    join wanted_signing w on w.lifecycle = d.lifecycle and w.state = d.state
    where d.id = tasks.document and w.detail = tasks.detail)`)
  tx.$client.exec('delete from task_deferrals where task not in (select id from tasks)')
  for (const { lifecycle, state, transition } of kept) {
    const due = transition.due === undefined ? 'null' : `date(state_since, '+${transition.due} days')`
    tx.$client
      .prepare(
        `insert into tasks (id, kind, document, detail, asked_of, since, due)
          select lower(hex(randomblob(16))), 'sign', id, @detail, @asked, state_since, ${due}
          from documents where lifecycle = @lifecycle and state = @state
          on conflict do update set asked_of = excluded.asked_of, due = excluded.due`,
      )
      .run({ lifecycle, state, detail: transition.id, asked: JSON.stringify(askedBy(transition)) })
  }
}

/** Fills the tasks of a vault from before there were any. */
export function fillTasks(tx: Tx, configuration: Configuration): void {
  if (tx.select({ id: tasks.id }).from(tasks).limit(1).get()) return
  keepAllTasks(tx, null, configuration)
  tx.$client
    .prepare(
      `insert or ignore into tasks (id, kind, document, detail, asked_of, since)
        select lower(hex(randomblob(16))), 'check-out', id, '', json_array('person:' || checked_out_by), checked_out_at
        from documents where checked_out_by is not null`,
    )
    .run()
}
