import { index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core'

/** Mail that waits to be sent, and mail that was; what it says is emptied once it is out. */
export const outbox = sqliteTable(
  'outbox',
  {
    id: integer().primaryKey(),
    at: text().notNull(),
    recipient: text().notNull(),
    subject: text().notNull(),
    body: text().notNull(),
    attempts: integer().notNull().default(0),
    nextAt: text(),
    sentAt: text(),
    problem: text(),
  },
  (table) => [index('outbox_next').on(table.nextAt)],
)
