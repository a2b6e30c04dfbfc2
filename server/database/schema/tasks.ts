import { index, primaryKey, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core'
import type { TaskKind } from '../../../shared/answers'

/** What waits for somebody: a task has a subject, principals it is asked of, and a moment since when. */
export const tasks = sqliteTable(
  'tasks',
  {
    id: text().primaryKey(),
    kind: text().$type<TaskKind>().notNull(),
    /** The document it is about. */
    document: text().notNull(),
    /** What of it: a transition, where its kind needs one. */
    detail: text().notNull(),
    /** Principals, any of whom may decide it. */
    askedOf: text({ mode: 'json' }).$type<string[]>().notNull(),
    since: text().notNull(),
    /** ISO day. */
    due: text(),
    claimedBy: text(),
    claimedAt: text(),
  },
  (table) => [
    uniqueIndex('tasks_of').on(table.document, table.kind, table.detail),
    index('tasks_since').on(table.kind, table.since),
  ],
)

/** Until when somebody does not want to see a task; ISO day. */
export const taskDeferrals = sqliteTable(
  'task_deferrals',
  {
    task: text().notNull(),
    person: text().notNull(),
    until: text().notNull(),
  },
  (table) => [primaryKey({ columns: [table.task, table.person] })],
)
