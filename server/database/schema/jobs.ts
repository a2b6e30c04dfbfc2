import type { JobKind, JobStatus } from '../../../shared/answers'
import { index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core'

export const jobs = sqliteTable(
  'jobs',
  {
    id: text().primaryKey(),
    kind: text().$type<JobKind>().notNull(),
    subject: text().notNull(),
    subjectName: text().notNull(),
    personId: text().notNull(),
    status: text().$type<JobStatus>().notNull(),
    stopAsked: integer({ mode: 'boolean' }).notNull().default(false),
    done: integer().notNull().default(0),
    total: integer().notNull().default(0),
    message: text(),
    queuedAt: text().notNull(),
    startedAt: text(),
    endedAt: text(),
  },
  (table) => [
    index('jobs_status').on(table.status, table.queuedAt),
    index('jobs_subject').on(table.subject, table.queuedAt),
  ],
)
