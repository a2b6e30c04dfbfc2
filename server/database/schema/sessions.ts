import { index, sqliteTable, text } from 'drizzle-orm/sqlite-core'

/**
 * Who is signed in. The browser holds a random token; here stands its SHA-256 alone, so that whoever reads the
 * database signs in as nobody.
 */
export const sessions = sqliteTable(
  'sessions',
  {
    tokenHash: text().primaryKey(),
    personId: text().notNull(),
    at: text().notNull(),
    until: text().notNull(),
  },
  (table) => [index('sessions_person').on(table.personId)],
)

/** Browsers in which somebody has signed in before: strangers’ wrong passwords do not count against them. */
export const knownBrowsers = sqliteTable('known_browsers', {
  tokenHash: text().primaryKey(),
  personId: text().notNull(),
  at: text().notNull(),
})
