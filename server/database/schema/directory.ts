import { index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import type { DirectoryDelta, DirectoryFolder } from '../../../core/directory'

/** Times are ISO 8601 in UTC; ids are random UUIDs unless said otherwise. */

export const people = sqliteTable('people', {
  id: text().primaryKey(),
  name: text().notNull(),
  initials: text(),
  mail: text().notNull().unique(),
  /** Empty until somebody has chosen a password. */
  passwordHash: text().notNull(),
  administrator: integer({ mode: 'boolean' }).notNull(),
  groups: text({ mode: 'json' }).$type<string[]>().notNull(),
  active: integer({ mode: 'boolean' }).notNull().default(true),
  /** When mail is sent to them, besides what asks for an act of theirs. */
  mailWhen: text().$type<MailWhen>().notNull().default('at-once'),
})

export type MailWhen = 'at-once' | 'daily' | 'never'

export const groups = sqliteTable('groups', {
  id: text().primaryKey(),
  name: text().notNull(),
})

export const folders = sqliteTable('folders', {
  path: text().primaryKey(),
  rules: text({ mode: 'json' }).$type<Omit<DirectoryFolder, 'path' | 'key'>>().notNull(),
  /** What documents name it by, which stays when its path changes. */
  key: text().notNull().unique(),
})

/** How often people, groups and folders have changed; counted by triggers. One row. */
export const directoryState = sqliteTable('directory_state', {
  id: integer().primaryKey(),
  version: integer().notNull(),
})

/** Every change that was made to the directory, and what it changed, so that it can be taken back. */
export const directoryChanges = sqliteTable(
  'directory_changes',
  {
    id: integer().primaryKey(),
    at: text().notNull(),
    personName: text().notNull(),
    words: text().notNull(),
    delta: text({ mode: 'json' }).$type<DirectoryDelta>().notNull(),
    /** The change that took this one back. */
    takenBackBy: integer(),
  },
  (table) => [index('directory_changes_at').on(table.at)],
)
