import { desc, eq, getTableColumns, sql } from 'drizzle-orm'
import type { SQLiteTable } from 'drizzle-orm/sqlite-core'
import { oncePerConnection } from './connection'
import {
  audit,
  configurations,
  documentReferences,
  documents,
  folders,
  intakeDocuments,
  intakeFiles,
  registerRows,
  versions,
} from './schema'

/** The statements of acts on documents, prepared once: an intake runs them ten thousand times over. Null is no value for a JSON column here. */
export const statements = oncePerConnection((db) => ({
  newestConfiguration: db
    .select({ id: configurations.id, at: configurations.at })
    .from(configurations)
    .orderBy(desc(configurations.id))
    .limit(1)
    .prepare(),
  folders: db.select().from(folders).prepare(),
  lastEntry: db
    .select({ id: audit.id, hash: audit.hash })
    .from(audit)
    .orderBy(desc(audit.id))
    .limit(1)
    .prepare(),
  addEntry: db.insert(audit).values(allOf(audit)).prepare(),
  documentById: db
    .select()
    .from(documents)
    .where(eq(documents.id, sql.placeholder('id')))
    .prepare(),
  addDocument: db.insert(documents).values(allOf(documents)).prepare(),
  changeStanding: db
    .update(documents)
    .set(
      placeholders([
        'state',
        'revision',
        'revisionOrder',
        'record',
        'version',
        'changedAt',
        'stateSince',
        'change',
      ]),
    )
    .where(eq(documents.id, sql.placeholder('id')))
    .prepare(),
  addVersion: db.insert(versions).values(allOf(versions)).prepare(),
  register: db
    .select({
      label: registerRows.label,
      date: registerRows.date,
      author: registerRows.author,
      text: registerRows.text,
      version: registerRows.version,
      origin: registerRows.origin,
      was: registerRows.was,
    })
    .from(registerRows)
    .where(eq(registerRows.document, sql.placeholder('document')))
    .orderBy(registerRows.position)
    .prepare(),
  lastRegisterRow: db
    .select({ position: registerRows.position })
    .from(registerRows)
    .where(eq(registerRows.document, sql.placeholder('document')))
    .orderBy(desc(registerRows.position))
    .limit(1)
    .prepare(),
  addRegisterRow: db.insert(registerRows).values(allOf(registerRows)).prepare(),
  children: db
    .select({
      id: documents.id,
      number: documents.number,
      state: documents.state,
      folder: documents.folder,
      lifecycle: documents.lifecycle,
    })
    .from(documentReferences)
    .innerJoin(documents, eq(documents.id, documentReferences.child))
    .where(eq(documentReferences.parent, sql.placeholder('id')))
    .orderBy(documents.number)
    .prepare(),
  parents: db
    .select({
      id: documents.id,
      number: documents.number,
      state: documents.state,
      folder: documents.folder,
      lifecycle: documents.lifecycle,
    })
    .from(documentReferences)
    .innerJoin(documents, eq(documents.id, documentReferences.parent))
    .where(eq(documentReferences.child, sql.placeholder('id')))
    .orderBy(documents.number)
    .prepare(),
  tickDocument: db
    .update(intakeDocuments)
    .set(placeholders(['status', 'document', 'result']))
    .where(
      sql`${intakeDocuments.intake} = ${sql.placeholder('intake')} and ${intakeDocuments.position} = ${sql.placeholder('position')}`,
    )
    .prepare(),
  tickFiles: db
    .update(intakeFiles)
    .set(placeholders(['status']))
    .where(
      sql`${intakeFiles.intake} = ${sql.placeholder('intake')} and ${intakeFiles.number} = ${sql.placeholder('number')} and ${intakeFiles.status} = 'ready'`,
    )
    .prepare(),
}))

/** A placeholder for every column of a table, under the column's own name. */
function allOf<T extends SQLiteTable>(table: T): T['$inferInsert'] {
  return placeholders(Object.keys(getTableColumns(table))) as T['$inferInsert']
}

function placeholders(names: string[]): Record<string, never> {
  return Object.fromEntries(names.map((name) => [name, sql.placeholder(name)])) as Record<string, never>
}
