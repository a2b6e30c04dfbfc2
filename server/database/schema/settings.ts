import { sqliteTable, text } from 'drizzle-orm/sqlite-core'

/** What the company has set for its vault; what is not here is as usual. */
export const settings = sqliteTable('settings', {
  name: text().primaryKey(),
  value: text().notNull(),
  at: text().notNull(),
  personName: text().notNull(),
})
