import { randomUUID } from 'node:crypto'
import { Cron } from 'croner'
import { and, asc, eq, lte } from 'drizzle-orm'
import { readSchedule, scheduleInWords } from '../../core/schedule'
import type { ReadSchedule, ReadyKind, Schedule } from '../../shared/answers'
import { jobWords, subjectOf } from '../../shared/job-words'
import { type Actor, record } from '../audit/trail'
import { clock, now } from '../clock'
import { atomically, type Db, type Tx } from '../database/connection'
import { schedules } from '../database/schema'
import type { Account } from '../directory/people'
import { Refusal } from '../refusal'
import { zone } from '../settings/zone'
import { enqueue, isBusy } from './queue'

const timesOf = (tx: Tx, cron: string, count: number, from = clock.now()): string[] =>
  new Cron(cron, { mode: '5-part', timezone: zone(tx) })
    .nextRuns(count, from)
    .map((time) => time.toISOString())

/** A schedule as it is written: what it means, and its next three times. @throws Refusal where it means nothing. */
export function asWritten(tx: Tx, when: string): ReadSchedule {
  const reading = readSchedule(when)
  if (!reading.ok) throw new Refusal('invalid', reading.message)
  const { cron } = reading
  const next = timesOf(tx, cron, 3)
  if (next.length === 0) throw new Refusal('invalid', `“${when}” never comes: there is no such day`)
  return { cron, words: scheduleInWords(cron), next, zone: zone(tx) }
}

/** Every schedule, with its next three times. */
export const listSchedules = (tx: Tx): Schedule[] =>
  tx
    .select()
    .from(schedules)
    .orderBy(asc(schedules.at))
    .all()
    .map(({ input, kind, ...row }) => ({
      ...row,
      kind: kind as ReadyKind,
      days: input?.days ?? null,
      words: scheduleInWords(row.cron),
      next: row.active ? timesOf(tx, row.cron, 3) : [],
    }))

interface AskedSchedule {
  kind: ReadyKind
  when: string
  days?: number
  active?: boolean
}

const subject = (id: string, kind: ReadyKind) => ({
  kind: 'schedule' as const,
  id,
  name: jobWords[kind].name,
})

/** Adds a schedule, or changes the one that has the id. @throws Refusal where it means nothing, or is not there. */
export function setSchedule(db: Db, account: Actor, asked: AskedSchedule, id: string = randomUUID()): string {
  const { cron, words, next } = asWritten(db, asked.when)
  return atomically(db, (tx) => {
    const before = tx.select().from(schedules).where(eq(schedules.id, id)).get()
    const row = {
      ...{
        id,
        kind: asked.kind,
        cron,
        active: asked.active ?? true,
        personName: account.name,
        at: before?.at ?? now(),
      },
      ...{ input: asked.days === undefined ? null : { days: asked.days }, nextAt: next[0]! },
    }
    tx.insert(schedules).values(row).onConflictDoUpdate({ target: schedules.id, set: row }).run()
    record(tx, account, {
      code: 'schedule',
      action: before ? 'change a schedule' : 'add a schedule',
      subject: subject(id, asked.kind),
      before: before && { when: scheduleInWords(before.cron), active: before.active, ...before.input },
      after: { when: words, active: row.active, ...row.input },
    })
    return id
  })
}

const scheduleRow = (tx: Tx, id: string) => {
  const row = tx.select().from(schedules).where(eq(schedules.id, id)).get()
  if (!row) throw new Refusal('not-found', `there is no schedule “${id}”`)
  return row
}

/** Changes a schedule that is there. @throws Refusal where it is not. */
export function changeSchedule(
  db: Db,
  account: Account,
  id: string,
  asked: Omit<AskedSchedule, 'kind'>,
): void {
  const { kind } = scheduleRow(db, id)
  setSchedule(db, account, { ...asked, kind: kind as ReadyKind }, id)
}

/** Takes a schedule away; what it has queued stays. @throws Refusal where it is not there. */
export function dropSchedule(db: Db, account: Account, id: string): void {
  atomically(db, (tx) => {
    const { kind, cron } = scheduleRow(tx, id)
    tx.delete(schedules).where(eq(schedules.id, id)).run()
    record(tx, account, {
      code: 'schedule',
      action: 'remove a schedule',
      subject: subject(id, kind as ReadyKind),
      before: { when: scheduleInWords(cron) },
    })
  })
}

/** Queues what is due. A time that passed while no server ran is made up for once; one still at work is not doubled. */
export function queueScheduled(db: Db): void {
  const due = and(eq(schedules.active, true), lte(schedules.nextAt, now()))
  if (!db.select({ id: schedules.id }).from(schedules).where(due).limit(1).get()) return
  atomically(db, (tx) => {
    for (const { id, kind, cron, input } of tx.select().from(schedules).where(due).all()) {
      tx.update(schedules)
        .set({ lastAt: now(), nextAt: timesOf(tx, cron, 1)[0] ?? null })
        .where(eq(schedules.id, id))
        .run()
      if (!isBusy(tx, kind))
        enqueue(tx, { kind, subject: kind, subjectName: subjectOf(kind), personId: '', input, schedule: id })
    }
  })
}

/** Finds anew when each schedule comes next, after the time zone has changed. */
export function replanSchedules(tx: Tx): void {
  const planned = eq(schedules.active, true)
  for (const { id, cron } of tx.select().from(schedules).where(planned).all())
    tx.update(schedules)
      .set({ nextAt: timesOf(tx, cron, 1)[0] ?? null })
      .where(eq(schedules.id, id))
      .run()
}
