import { integer, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import type { Configuration, Edit } from '../../../core/configuration'

export const configurations = sqliteTable('configurations', {
  id: integer().primaryKey(),
  at: text().notNull(),
  personName: text().notNull(),
  comment: text(),
  configuration: text({ mode: 'json' }).$type<Configuration>().notNull(),
})

export const draftEdits = sqliteTable('draft_edits', {
  position: integer().primaryKey(),
  edit: text({ mode: 'json' }).$type<Edit>().notNull(),
  words: text().notNull(),
  at: text().notNull(),
  personName: text().notNull(),
})

export const draft = sqliteTable('draft', {
  id: integer().primaryKey(),
  cursor: integer().notNull(),
  change: integer().notNull(),
})

export const waivers = sqliteTable('waivers', {
  key: text().primaryKey(),
  reason: text().notNull(),
  at: text().notNull(),
  personName: text().notNull(),
})

/** Tasks of the administrator that were waved away. */
export const wavedAway = sqliteTable('waved_away', {
  key: text().primaryKey(),
  at: text().notNull(),
  personName: text().notNull(),
})
