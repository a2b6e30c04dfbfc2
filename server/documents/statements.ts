import { and, desc, eq, getTableColumns, sql } from 'drizzle-orm'
import { type Db, oncePerConnection } from '../database/connection'
import { documentColumns, folderKey, folderPath } from './columns'
import { forManyRuns } from '../database/many-runs'
import { allOf, placeholders } from '../database/placeholders'
import { documentReferences, documents, places, registerRows, signatures, versions } from '../database/schema'

/** Another document, with all that rights on it rest on. */
export const referred = {
  id: documents.id,
  number: documents.number,
  state: documents.state,
  folder: folderPath,
  lifecycle: documents.lifecycle,
  owner: documents.owner,
  creator: documents.creator,
}
const row = {
  label: registerRows.label,
  date: registerRows.date,
  author: registerRows.author,
  text: registerRows.text,
  version: registerRows.version,
  origin: registerRows.origin,
  was: registerRows.was,
}
const { document: _document, position: _position, since: _since, ...signature } = getTableColumns(signatures)
const { record: _record, ...versionColumns } = getTableColumns(versions)
const standing = [
  'state',
  'owner',
  'revision',
  'revisionOrder',
  'record',
  'title',
  'version',
  'fileName',
  'lastEditor',
]
const times = ['changedAt', 'stateSince', 'change']

/**
 * Statements of acts on documents, prepared once: an intake runs them ten thousand times over. Null is no
 * value for a JSON column here.
 */
export const statements = oncePerConnection((db) => ({
  ...ofDocuments(db),
  ...ofRegisters(db),
  ...ofReferences(db),
  signatures: db
    .select(signature)
    .from(signatures)
    .where(eq(signatures.document, sql.placeholder('document')))
    .orderBy(signatures.transition, signatures.position)
    .prepare(),
}))

const held = (name: string) => sql.placeholder(name)
/** The place of a document that comes in, where one is known; a new place is made by a trigger, and filled in. */
const placeIn = (db: Db) =>
  sql`${db
    .select({ id: places.id })
    .from(places)
    .where(
      and(
        ...[eq(places.folder, folderKey(held('folder'))), eq(places.classId, held('classId'))],
        ...[eq(places.lifecycle, held('lifecycle')), eq(places.state, held('state'))],
      ),
    )}`
const nextKey = sql`(select ifnull(max(${documents.key}), 0) + 1 from ${documents})`

const ofDocuments = (db: Db) => ({
  documentById: db
    .select(documentColumns)
    .from(documents)
    .where(eq(documents.id, sql.placeholder('id')))
    .prepare(),
  addDocument: forManyRuns(
    db,
    db.insert(documents).values({
      ...allOf(documents, documentColumns),
      ...{ folder: folderKey(held('folder')), place: placeIn(db), key: nextKey },
    }),
  ),
  changeStanding: forManyRuns(
    db,
    db
      .update(documents)
      .set(placeholders([...standing, ...times]))
      .where(eq(documents.id, sql.placeholder('id'))),
  ),
  addVersion: forManyRuns(db, db.insert(versions).values(allOf(versions, versionColumns))),
  keepRecord: db
    .update(versions)
    .set(placeholders(['record']))
    .where(
      and(
        eq(versions.document, sql.placeholder('document')),
        eq(versions.version, sql.placeholder('version')),
      ),
    )
    .prepare(),
})

const ofRegisters = (db: Db) => ({
  register: db
    .select(row)
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
  addRegisterRow: forManyRuns(db, db.insert(registerRows).values(allOf(registerRows))),
})

const ofReferences = (db: Db) => ({
  children: db
    .select(referred)
    .from(documentReferences)
    .innerJoin(documents, eq(documents.id, documentReferences.child))
    .where(eq(documentReferences.parent, sql.placeholder('id')))
    .orderBy(documents.number)
    .prepare(),
  parents: db
    .select(referred)
    .from(documentReferences)
    .innerJoin(documents, eq(documents.id, documentReferences.parent))
    .where(eq(documentReferences.child, sql.placeholder('id')))
    .orderBy(documents.number)
    .prepare(),
})
