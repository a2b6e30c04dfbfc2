import { and, asc, eq, gt, lte, or } from 'drizzle-orm'
import { lifecycleOf, transitionOf } from '../../core/configuration'
import { clock } from '../clock'
import { published } from '../configuration/published'
import type { Db } from '../database/connection'
import { people, tasks } from '../database/schema'
import { account } from '../directory/people'
import { seenBy } from '../documents/rights'
import { couldSign } from '../documents/rounds'
import { type DocumentRow, documentRowById, snapshot } from '../documents/rows'
import type { JobKindModule } from '../jobs/job-kind'
import { ownOrigin } from '../settings/address'
import { putInOutbox } from '../mail/outbox'
import { outcomesOf } from './outcomes'

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
    const lines = new Map<string, Line[]>()
    let looked = 0
    for (const task of waitingFor(db, days)) {
      for (const person of askedNow(db, task)) {
        const own = lines.get(person)
        if (own) own.push(lineOf(db, task))
        else lines.set(person, [lineOf(db, task)])
      }
      if (!progress(++looked, looked)) return 'stopped'
    }
    portion((tx) => {
      for (const [id, all] of lines) {
        const person = tx.select().from(people).where(eq(people.id, id)).get()!
        putInOutbox(tx, {
          recipient: person.mail,
          ...letterOf(
            person.name,
            all.map(({ text }) => text),
            days,
          ),
          about: [...new Set(all.slice(0, mostLines).map(({ document }) => document))],
          link: `${ownOrigin(tx)}/tasks`,
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

/** The people whom a task waits for: asked, able to see the document, and able to decide now. */
function askedNow(db: Db, task: TaskRow): string[] {
  const row = documentRowById(db, task.document)
  return candidates(db, task, row).filter((id) => {
    const person = account(db, id)
    if (!person?.active || !seenBy(db, person)(row)) return false
    return outcomesOf(db, person, task.kind, row, task.detail).length > 0
  })
}

function candidates(db: Db, task: TaskRow, row: DocumentRow): string[] {
  if (task.kind === 'returned') return [row.owner]
  if (task.kind === 'check-out') return row.checkedOutBy ? [row.checkedOutBy] : []
  const lifecycle = lifecycleOf(published(db).configuration, row.lifecycle)
  const transition = transitionOf(lifecycle, task.detail)
  return couldSign(db, snapshot(db, row), transition).map(({ person }) => person.id)
}

/** A line of a letter, and the id of its document. */
interface Line {
  text: string
  document: string
}

function lineOf(db: Db, { kind, document, since, detail }: TaskRow): Line {
  const row = documentRowById(db, document)
  const lifecycle = lifecycleOf(published(db).configuration, row.lifecycle)
  const what = {
    sign: () => `sign ${transitionOf(lifecycle, detail).name}`,
    returned: () => 'returned to you',
    'check-out': () => 'checked out by you',
  }[kind]()
  const named = `${row.number} ${row.title ?? ''}`.trimEnd()
  return { text: `${named}: ${what}, since ${since.slice(0, 10)}`, document }
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
