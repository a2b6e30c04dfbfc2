import { sql } from 'drizzle-orm'
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
    /** The key of its folder. */
    folder: text().notNull(),
    fileName: text().notNull(),
    record: text({ mode: 'json' }).$type<DocumentRecord>().notNull(),
    revision: text(),
    /** Sorts as the scheme orders its labels. */
    revisionOrder: text(),
    version: integer().notNull(),
    checkedOutBy: text(),
    checkedOutAt: text(),
    owner: text().notNull().default(''),
    creator: text().notNull(),
    lastEditor: text().notNull(),
    createdAt: text().notNull(),
    changedAt: text().notNull(),
    stateSince: text().notNull(),
    /** Grows with every change of the document. */
    change: integer().notNull(),
    intake: text(),
    /** Where it stands, as far as rights on it go; kept by triggers. */
    place: integer(),
    /** The number by which the search knows it; given by a trigger, and told to nobody outside. */
    key: integer(),
  },
  (table) => [
    index('documents_key').on(table.key, table.place, table.number),
    uniqueIndex('documents_number').on(table.number),
    // Each order of the list twice: for everything, and within one place.
    index('documents_by_number').on(table.number, table.place),
    index('documents_by_title').on(table.title, table.number, table.place),
    index('documents_by_revision').on(table.revisionOrder, table.number, table.place),
    index('documents_by_change').on(table.changedAt, table.number, table.place),
    index('documents_placed').on(table.place, table.number),
    index('documents_placed_by_title').on(table.place, table.title, table.number),
    index('documents_placed_by_revision').on(table.place, table.revisionOrder, table.number),
    index('documents_placed_by_change').on(table.place, table.changedAt, table.number),
    index('documents_label').on(table.revision, table.place, table.number),
    index('documents_owner').on(table.owner, table.place, table.number),
    index('documents_creator').on(table.creator, table.place, table.number),
    index('documents_standing').on(table.lifecycle, table.state, table.stateSince),
    index('documents_checked_out')
      .on(table.checkedOutBy, table.number)
      .where(sql`checked_out_by is not null`),
    index('documents_intake')
      .on(table.intake, table.number)
      .where(sql`intake is not null`),
  ],
)

/**
 * Every place in which documents stand or have stood: what rights on a document rest on besides who owns it. Counted by
 * triggers, so that a list counts places and not documents.
 */
export const places = sqliteTable(
  'places',
  {
    id: integer().primaryKey(),
    /** The key of their folder. */
    folder: text().notNull(),
    classId: text().notNull(),
    lifecycle: text().notNull(),
    state: text().notNull(),
    documents: integer().notNull().default(0),
    /** The sum of the seconds at which they came to this state, for the mean. */
    since: integer().notNull().default(0),
  },
  (table) => [uniqueIndex('places_of').on(table.folder, table.classId, table.lifecycle, table.state)],
)

/** How many documents of each place carry a label; an empty text stands for none. */
export const labelTallies = sqliteTable(
  'label_tallies',
  {
    revision: text().notNull(),
    place: integer().notNull(),
    documents: integer().notNull().default(0),
  },
  (table) => [primaryKey({ columns: [table.revision, table.place] })],
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
    /** The record as it stood when the next version came; none for the newest, and for what came from before. */
    record: text({ mode: 'json' }).$type<DocumentRecord>(),
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

/**
 * The rows of documents whose place in a list has changed, in the order of the changes. They bring the lists in memory
 * up to date. Triggers write them and keep the last 20,000.
 */
export const documentMoves = sqliteTable('document_moves', {
  id: integer().primaryKey(),
  row: integer().notNull(),
})
