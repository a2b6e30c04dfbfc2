import { integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core'

/** The signatures of open rounds; those of ended ones stand in the trail. */
export const signatures = sqliteTable(
  'signatures',
  {
    document: text().notNull(),
    transition: text().notNull(),
    /** The order in which they were given. */
    position: integer().notNull(),
    person: text().notNull(),
    name: text().notNull(),
    initials: text().notNull(),
    /** The seat that was named, and the one it counts for. */
    named: text(),
    seat: text().notNull(),
    /** ISO day. */
    on: text().notNull(),
    comment: text(),
    /** When the first signature of the round was given, in ISO time. */
    since: text().notNull(),
  },
  (table) => [primaryKey({ columns: [table.document, table.transition, table.person] })],
)
