import type { JobInput, JobKind, JobOutcome, JobStatus } from '../../../shared/answers'
import { index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core'

/** The one queue: what waits, what is under way, and what has ended. */
export const jobs = sqliteTable(
  'jobs',
  {
    id: text().primaryKey(),
    kind: text().$type<JobKind>().notNull(),
    subject: text().notNull(),
    subjectName: text().notNull(),
    /** Who asked for it; empty where a schedule did. */
    personId: text().notNull(),
    status: text().$type<JobStatus>().notNull(),
    stopAsked: integer({ mode: 'boolean' }).notNull().default(false),
    done: integer().notNull().default(0),
    total: integer().notNull().default(0),
    message: text(),
    queuedAt: text().notNull(),
    startedAt: text(),
    endedAt: text(),
    /** The head start of a job; see `turn`. */
    priority: integer().notNull().default(0),
    /**
     * The order of the queue: the moment of queueing, minus a head start for priority, plus a setback for each failed
     * try. Age counts, so steady work cannot keep an older job waiting for ever.
     */
    turn: text().notNull().default(''),
    /** How often it was begun, and when it is begun again after a failure. */
    attempts: integer().notNull().default(0),
    nextAt: text(),
    /** The furthest progress of earlier tries. A try that gets further does not count against the job. */
    reached: integer().notNull().default(0),
    /** A worker that says nothing until then has lost it. */
    leaseUntil: text(),
    /** The document that is held for it while it is under way. */
    document: text(),
    /** What it works with, as its kind says. */
    input: text({ mode: 'json' }).$type<JobInput>(),
    schedule: text(),
  },
  (table) => [
    index('jobs_status').on(table.status, table.queuedAt),
    index('jobs_turn').on(table.status, table.turn),
    index('jobs_subject').on(table.subject, table.queuedAt),
    index('jobs_document').on(table.document, table.status),
    index('jobs_queued').on(table.queuedAt),
  ],
)

/** What queues a job again and again. */
export const schedules = sqliteTable('schedules', {
  id: text().primaryKey(),
  kind: text().$type<JobKind>().notNull(),
  /** Five fields of cron. */
  cron: text().notNull(),
  input: text({ mode: 'json' }).$type<JobInput>(),
  active: integer({ mode: 'boolean' }).notNull().default(true),
  personName: text().notNull(),
  at: text().notNull(),
  lastAt: text(),
  nextAt: text(),
})

/** What became of each document of a job that works through many. */
export const jobLines = sqliteTable(
  'job_lines',
  {
    job: text().notNull(),
    number: text().notNull(),
    outcome: text().$type<JobOutcome>().notNull(),
    /** Why it was left alone, or what could not be done. */
    message: text(),
  },
  (table) => [primaryKey({ columns: [table.job, table.number] })],
)
