import { and, asc, eq, gt, lte, or } from 'drizzle-orm'
import { lifecycleOf, transitionOf } from '../../core/configuration'
import { clock } from '../clock'
import { published } from '../configuration/published'
import type { Db } from '../database/connection'
import { people, tasks } from '../database/schema'
import { couldSign } from '../documents/rounds'
import { documentRowById, snapshot } from '../documents/rows'
import type { JobKindModule } from '../jobs/job-kind'
import { ownOrigin } from '../mail/own-origin'
import { putInOutbox } from '../mail/outbox'

type TaskRow = typeof tasks.$inferSelect

/** After so many days somebody is reminded, where nothing else is said. */
export const usualDays = 7
/** Tasks that are looked at together, and lines in one letter. */
const together = 200
const mostLines = 200

/** One letter to each of those who are asked for something that has waited for too long. */
export const remindJob: JobKindModule = {
  lane: 'short',
  attempts: 3,
  run: async ({ db, job, portion, progress }) => {
    const days = job.input?.days ?? usualDays
    const lines = new Map<string, string[]>()
    let looked = 0
    for (const task of waitingFor(db, days)) {
      for (const person of askedNow(db, task))
        lines.set(person, [...(lines.get(person) ?? []), lineOf(db, task)])
      if (!progress(++looked, looked)) return 'stopped'
    }
    portion((tx) => {
      for (const [id, all] of lines) {
        const person = tx.select().from(people).where(eq(people.id, id)).get()!
        putInOutbox(tx, {
          recipient: person.mail,
          ...letterOf(person.name, all, days),
          link: `${ownOrigin()}/tasks`,
        })
      }
    })
    return { done: `${lines.size} people reminded of ${looked} tasks` }
  },
}

/** Every task that has waited for so many days, the oldest first. */
function* waitingFor(db: Db, days: number): Generator<TaskRow> {
  const before = new Date(clock.now().getTime() - days * 86_400_000).toISOString()
  let last: TaskRow | undefined
  for (;;) {
    const beyond =
      last && or(gt(tasks.since, last.since), and(eq(tasks.since, last.since), gt(tasks.id, last.id)))
    const rows = db
      .select()
      .from(tasks)
      .where(and(lte(tasks.since, before), beyond))
      .orderBy(asc(tasks.since), asc(tasks.id))
      .limit(together)
      .all()
    yield* rows
    last = rows.at(-1)
    if (rows.length < together) return
  }
}

/** Whom a task waits for: whoever could sign, or whose it is. */
function askedNow(db: Db, task: TaskRow): string[] {
  const row = documentRowById(db, task.document)
  if (task.kind === 'returned') return activeOf(db, [row.owner])
  if (task.kind === 'check-out') return activeOf(db, row.checkedOutBy ? [row.checkedOutBy] : [])
  const lifecycle = lifecycleOf(published(db).configuration, row.lifecycle)
  const transition = transitionOf(lifecycle, task.detail)
  return couldSign(db, snapshot(db, row), transition).map(({ person }) => person.id)
}

const activeOf = (db: Db, ids: string[]): string[] =>
  ids.filter((id) => db.select({ active: people.active }).from(people).where(eq(people.id, id)).get()?.active)

function lineOf(db: Db, { kind, document, since, detail }: TaskRow): string {
  const row = documentRowById(db, document)
  const lifecycle = lifecycleOf(published(db).configuration, row.lifecycle)
  const what = {
    sign: () => `sign ${transitionOf(lifecycle, detail).name}`,
    returned: () => 'returned to you',
    'check-out': () => 'checked out by you',
  }[kind]()
  return `${row.number} ${row.title ?? ''}`.trimEnd() + `: ${what}, since ${since.slice(0, 10)}`
}

const letterOf = (name: string, lines: string[], days: number) => ({
  subject: `${lines.length === 1 ? 'a task has' : `${lines.length} tasks have`} waited for more than ${days} days`,
  body: [
    `${name},`,
    `this has waited for you for more than ${days} days:`,
    lines.slice(0, mostLines).join('\n'),
    ...(lines.length > mostLines ? [`and ${lines.length - mostLines} more`] : []),
  ].join('\n\n'),
})
