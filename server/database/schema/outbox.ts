import { index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core'

/** Mail that waits to be sent, and mail that was. */
export const outbox = sqliteTable(
  'outbox',
  {
    id: integer().primaryKey(),
    at: text().notNull(),
    recipient: text().notNull(),
    subject: text().notNull(),
    body: text().notNull(),
    /** The address that leads to what it is about. */
    link: text(),
    /** The ids of the documents in its text, if its link leads to none of them. */
    about: text({ mode: 'json' }).$type<string[]>(),
    /** Whether what it says is emptied once it is out, since it opens the vault. */
    secret: integer({ mode: 'boolean' }).notNull().default(false),
    attempts: integer().notNull().default(0),
    /** When it is sent, or tried again; empty once it is out or given up, and while it waits for a digest. */
    nextAt: text(),
    sentAt: text(),
    problem: text(),
    /** Whether it waits for the day’s digest, and the letter that it went out in. */
    gathered: integer({ mode: 'boolean' }).notNull().default(false),
    digest: integer(),
  },
  (table) => [
    index('outbox_next').on(table.nextAt),
    index('outbox_gathered').on(table.gathered, table.digest, table.recipient),
  ],
)
