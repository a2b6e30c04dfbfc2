import { index, integer, primaryKey, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core'
import type { DocumentRecord } from '../../../core/attribute'
import type { Correction, Origin } from '../../../core/engine'

export const documents = sqliteTable(
  'documents',
  {
    id: text().primaryKey(),
    number: text().notNull(),
    title: text(),
    classId: text().notNull(),
    lifecycle: text().notNull(),
    state: text().notNull(),
    folder: text().notNull(),
    fileName: text().notNull(),
    record: text({ mode: 'json' }).$type<DocumentRecord>().notNull(),
    revision: text(),
    /** Sorts as the scheme orders its labels. */
    revisionOrder: text(),
    version: integer().notNull(),
    checkedOutBy: text(),
    checkedOutAt: text(),
    creator: text().notNull(),
    lastEditor: text().notNull(),
    createdAt: text().notNull(),
    changedAt: text().notNull(),
    stateSince: text().notNull(),
    /** Grows with every change of the document. */
    change: integer().notNull(),
    intake: text(),
  },
  (table) => [
    uniqueIndex('documents_number').on(table.number),
    index('documents_title').on(table.title, table.number),
    index('documents_state').on(table.lifecycle, table.state, table.number),
    index('documents_revision').on(table.revisionOrder, table.number),
    index('documents_changed').on(table.changedAt, table.number),
    index('documents_state_name').on(table.state, table.number),
    index('documents_class').on(table.classId, table.number),
    index('documents_folder').on(table.folder, table.number),
  ],
)

export const versions = sqliteTable(
  'versions',
  {
    document: text().notNull(),
    version: integer().notNull(),
    fileName: text().notNull(),
    sha256: text().notNull(),
    size: integer().notNull(),
    revision: text(),
    comment: text(),
    at: text().notNull(),
    personName: text().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.document, table.version] }),
    index('versions_sha256').on(table.sha256),
  ],
)

export const registerRows = sqliteTable(
  'register_rows',
  {
    document: text().notNull(),
    position: integer().notNull(),
    label: text().notNull(),
    date: text(),
    author: text(),
    text: text(),
    version: integer(),
    origin: text().$type<Origin>().notNull(),
    /** The labels the row had before they were corrected. */
    was: text({ mode: 'json' }).$type<Correction[]>(),
  },
  (table) => [primaryKey({ columns: [table.document, table.position] })],
)

export const documentReferences = sqliteTable(
  'document_references',
  {
    parent: text().notNull(),
    child: text().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.parent, table.child] }),
    index('document_references_child').on(table.child),
  ],
)
