import { integer, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import type { Folder } from '../../../core/access'

/** Times are ISO 8601 in UTC; ids are random UUIDs unless said otherwise. */

export const people = sqliteTable('people', {
  id: text().primaryKey(),
  name: text().notNull(),
  mail: text().notNull().unique(),
  passwordHash: text().notNull(),
  administrator: integer({ mode: 'boolean' }).notNull(),
  groups: text({ mode: 'json' }).$type<string[]>().notNull(),
  active: integer({ mode: 'boolean' }).notNull().default(true),
})

export const folders = sqliteTable('folders', {
  path: text().primaryKey(),
  rules: text({ mode: 'json' }).$type<Omit<Folder, 'path'>>().notNull(),
})
