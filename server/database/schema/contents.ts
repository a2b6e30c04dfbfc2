import { index, integer, primaryKey, real, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import type { Corner, SheetFormat } from '../../../core/formats'
import type { FileFinding } from '../../../shared/answers'
import type { FileTaskKind } from '../../files/file-tasks'

/**
 * The later contents of versions: what the vault wrote into their files, one after another. The first content of a
 * version, as it came in, stands with the version and is never changed.
 */
export const laterContents = sqliteTable(
  'later_contents',
  {
    document: text().notNull(),
    version: integer().notNull(),
    /** Counts from 1 within the version. */
    position: integer().notNull(),
    sha256: text().notNull(),
    size: integer().notNull(),
    at: text().notNull(),
    /** What was written, for people. */
    why: text().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.document, table.version, table.position] }),
    index('later_contents_sha256').on(table.sha256),
  ],
)

/** How the file of a document’s newest version stands to its record. */
export const fileStates = sqliteTable(
  'file_states',
  {
    document: text().primaryKey(),
    /** Whether the record may say what the file does not yet. */
    pending: integer({ mode: 'boolean' }).notNull(),
    /** Whether the blocks of its revisions stand on its sheet, and are kept up. */
    blocks: integer({ mode: 'boolean' }).notNull().default(false),
    /** The newest version whose values are not in the record yet. */
    unread: integer(),
    /** The oldest such version. */
    unreadSince: integer(),
    findings: text({ mode: 'json' }).$type<FileFinding[]>().notNull(),
  },
  (table) => [index('file_states_pending').on(table.pending, table.document)],
)

/** What places contents have, as they were found: contents never change, so each is read once. */
export const readContents = sqliteTable('read_contents', {
  sha256: text().primaryKey(),
  /** The names of its places; none where it could not be read. */
  places: text({ mode: 'json' }).$type<string[]>().notNull(),
})

/** Contents that exceeded a limit or broke their reader. They are not tried again. */
export const fileFailures = sqliteTable(
  'file_failures',
  {
    sha256: text().notNull(),
    task: text().$type<FileTaskKind>().notNull(),
    /** The version of the readers that failed. */
    reader: integer().notNull(),
    message: text().notNull(),
    at: text().notNull(),
  },
  (table) => [primaryKey({ columns: [table.sha256, table.task] })],
)

/** Where blocks of revisions stand on sheets of a format, where that was chosen. */
export const blockPlaces = sqliteTable('block_places', {
  format: text().$type<SheetFormat>().primaryKey(),
  corner: text().$type<Corner>().notNull(),
  /** From the edges of its corner, in millimetres. */
  across: real().notNull(),
  up: real().notNull(),
})
