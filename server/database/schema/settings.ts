import { sqliteTable, text } from 'drizzle-orm/sqlite-core'

/** The settings of the company. A setting without a row has its usual value. */
export const settings = sqliteTable('settings', {
  name: text().primaryKey(),
  value: text().notNull(),
  at: text().notNull(),
  personName: text().notNull(),
})
