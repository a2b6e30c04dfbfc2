import { integer, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import type { KeptRehearsalBody } from '../../../shared/answers'

/** Rehearsals that every publish runs again. */
export const keptRehearsals = sqliteTable('kept_rehearsals', {
  id: text().primaryKey(),
  name: text().notNull(),
  lifecycle: text().notNull(),
  body: text({ mode: 'json' }).$type<KeptRehearsalBody>().notNull(),
  active: integer({ mode: 'boolean' }).notNull().default(true),
  personName: text().notNull(),
  at: text().notNull(),
})
