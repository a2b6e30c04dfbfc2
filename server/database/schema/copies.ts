import { index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core'

/** Documents that are copies of others, by the effect that made them: *copy of*, *copied to*. */
export const copies = sqliteTable(
  'copies',
  {
    copy: text().primaryKey(),
    source: text().notNull(),
    at: text().notNull(),
  },
  (table) => [index('copies_source').on(table.source)],
)

/** What was made of a version’s file beside it. */
export const renditions = sqliteTable(
  'renditions',
  {
    document: text().notNull(),
    version: integer().notNull(),
    format: text().$type<'pdf'>().notNull(),
    fileName: text().notNull(),
    sha256: text().notNull(),
    size: integer().notNull(),
    at: text().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.document, table.version, table.format] }),
    index('renditions_sha256').on(table.sha256),
  ],
)
