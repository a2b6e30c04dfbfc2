import { index, sqliteTable, text } from 'drizzle-orm/sqlite-core'

/**
 * Contents that are coming in: written down before a content gets its name in the store, and taken out by the act
 * that refers to it. What a killed server leaves here, and no document refers to, is removed at the next start.
 */
export const comingContents = sqliteTable(
  'coming_contents',
  {
    id: text().primaryKey(),
    sha256: text().notNull(),
    at: text().notNull(),
  },
  (table) => [index('coming_contents_sha256').on(table.sha256)],
)
