import { index, integer, primaryKey, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core'
import type { DocumentRecord } from '../../core/attribute'
import type {
  FoundFile,
  PlannedDocument,
  PlannedFile,
  Prediction,
  Profile,
  Settlement,
} from '../../core/intake'
import type { Configuration, Edit } from '../../core/configuration'
import type { Correction, Origin } from '../../core/engine'
import type { Folder } from '../../core/access'

/** Times are ISO 8601 in UTC; ids are random UUIDs unless said otherwise. */

export const people = sqliteTable('people', {
  id: text().primaryKey(),
  name: text().notNull(),
  mail: text().notNull().unique(),
  passwordHash: text().notNull(),
  administrator: integer({ mode: 'boolean' }).notNull(),
  groups: text({ mode: 'json' }).$type<string[]>().notNull(),
  active: integer({ mode: 'boolean' }).notNull().default(true),
})

export const folders = sqliteTable('folders', {
  path: text().primaryKey(),
  rules: text({ mode: 'json' }).$type<Omit<Folder, 'path'>>().notNull(),
})

/** Every configuration ever published; the newest is in force. */
export const configurations = sqliteTable('configurations', {
  id: integer().primaryKey(),
  at: text().notNull(),
  personName: text().notNull(),
  comment: text(),
  configuration: text({ mode: 'json' }).$type<Configuration>().notNull(),
})

/** The draft's edits in order; those beyond the draft's cursor are undone and can be redone. */
export const draftEdits = sqliteTable('draft_edits', {
  position: integer().primaryKey(),
  edit: text({ mode: 'json' }).$type<Edit>().notNull(),
  words: text().notNull(),
  at: text().notNull(),
  personName: text().notNull(),
})

/** One row: how many of the edits hold, and a counter that grows with every change, so that nobody overwrites blindly. */
export const draft = sqliteTable('draft', {
  id: integer().primaryKey(),
  cursor: integer().notNull(),
  change: integer().notNull(),
})

/** Findings that are no errors and were looked at: why they may stand. */
export const waivers = sqliteTable('waivers', {
  key: text().primaryKey(),
  reason: text().notNull(),
  at: text().notNull(),
  personName: text().notNull(),
})

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
  (table) => [primaryKey({ columns: [table.document, table.version] })],
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

/** Which document refers to which: an assembly's drawing to its parts. */
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

/** Append-only: triggers refuse to change or delete a row. */
export const audit = sqliteTable(
  'audit',
  {
    id: integer().primaryKey(),
    at: text().notNull(),
    personId: text(),
    personName: text().notNull(),
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

export const intakes = sqliteTable('intakes', {
  id: text().primaryKey(),
  name: text().notNull(),
  /** Below the archive share. */
  archive: text().notNull(),
  register: text(),
  profile: text({ mode: 'json' }).$type<Profile>().notNull(),
  settlements: text({ mode: 'json' }).$type<Record<string, Settlement>>().notNull(),
  problems: text({ mode: 'json' }).$type<string[]>().notNull(),
  /** `new` until read; `read` while it can be settled; `running`, `done`. */
  stage: text().$type<'new' | 'read' | 'running' | 'done'>().notNull(),
  /** Why the plan could not be made; null where it could. */
  fault: text(),
  at: text().notNull(),
  personId: text().notNull(),
})

export const intakeFiles = sqliteTable(
  'intake_files',
  {
    intake: text().notNull(),
    path: text().notNull(),
    found: text({ mode: 'json' }).$type<FoundFile>().notNull(),
    planned: text({ mode: 'json' }).$type<PlannedFile>(),
    number: text(),
    document: integer(),
    /** `ready`, `held`, `left out`, then `done` or `failed`. */
    status: text().notNull(),
    conflict: text(),
  },
  (table) => [
    primaryKey({ columns: [table.intake, table.path] }),
    index('intake_files_status').on(table.intake, table.status, table.path),
    index('intake_files_number').on(table.intake, table.number, table.path),
  ],
)

export const intakeDocuments = sqliteTable(
  'intake_documents',
  {
    intake: text().notNull(),
    position: integer().notNull(),
    number: text().notNull(),
    plan: text({ mode: 'json' }).$type<PlannedDocument>().notNull(),
    status: text().$type<'ready' | 'held' | 'done' | 'failed'>().notNull(),
    message: text(),
    document: text(),
    result: text({ mode: 'json' }).$type<Prediction>(),
  },
  (table) => [
    primaryKey({ columns: [table.intake, table.position] }),
    index('intake_documents_status').on(table.intake, table.status, table.position),
    uniqueIndex('intake_documents_number').on(table.intake, table.number),
  ],
)

export const jobs = sqliteTable(
  'jobs',
  {
    id: text().primaryKey(),
    kind: text().$type<'intake-read' | 'intake-plan' | 'intake-run'>().notNull(),
    subject: text().notNull(),
    subjectName: text().notNull(),
    personId: text().notNull(),
    status: text().$type<'queued' | 'running' | 'stopped' | 'done' | 'failed'>().notNull(),
    stopAsked: integer({ mode: 'boolean' }).notNull().default(false),
    done: integer().notNull().default(0),
    total: integer().notNull().default(0),
    message: text(),
    queuedAt: text().notNull(),
    startedAt: text(),
    endedAt: text(),
  },
  (table) => [
    index('jobs_status').on(table.status, table.queuedAt),
    index('jobs_subject').on(table.subject, table.queuedAt),
  ],
)
