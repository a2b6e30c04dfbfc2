import { index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core'

export const audit = sqliteTable(
  'audit',
  {
    id: integer().primaryKey(),
    at: text().notNull(),
    personId: text(),
    personName: text().notNull(),
    /** The kind of act; null in entries from before there were codes. */
    code: text(),
    action: text().notNull(),
    subjectKind: text().notNull(),
    subjectId: text().notNull(),
    subjectName: text().notNull(),
    before: text(),
    after: text(),
    why: text(),
    previousHash: text().notNull(),
    hash: text().notNull(),
  },
  (table) => [index('audit_subject').on(table.subjectKind, table.subjectId, table.id)],
)
