import { index, integer, primaryKey, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core'
import type {
  FoundFile,
  PlannedDocument,
  PlannedFile,
  Prediction,
  Profile,
  Settlement,
} from '../../../core/intake'

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
    status: text().$type<'ready' | 'held' | 'done' | 'failed' | 'unfiled'>().notNull(),
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
