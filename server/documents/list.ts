import { eq, inArray, sql } from 'drizzle-orm'
import { lifecycleOf } from '../../core/configuration'
import { nextLabel, type RegisterRow } from '../../core/engine'
import type { DocumentListing, ListedDocument } from '../../shared/answers'
import { published } from '../configuration/published'
import type { Db, Tx } from '../database/connection'
import { documents, people, registerRows } from '../database/schema'
import type { Account } from '../directory/people'
import { folderPath } from './columns'
import { writePosition } from './listing/order'
import { firstFound } from './listing/finder'
import { pageOf } from './listing/page'
import type { VaultQuery } from './listing/query'
import { inList } from './listing/scope'
import { holds } from './rights'

export { giveLists } from './listing/memory/known'

/** What a list shows of a document itself. */
const listed = {
  id: documents.id,
  number: documents.number,
  title: documents.title,
  classId: documents.classId,
  lifecycle: documents.lifecycle,
  state: documents.state,
  folder: folderPath,
  revision: documents.revision,
  version: documents.version,
  fileName: documents.fileName,
  changedAt: documents.changedAt,
  owner: documents.owner,
  creator: documents.creator,
}

/** A page of the documents that a person may see, with the count of all that match. */
export function listDocuments(db: Db, account: Account, query: VaultQuery): DocumentListing {
  const { found, total, isLeast } = pageOf(db, account, query)
  const last = found.at(-1)
  const after = last ? writePosition(last) : null
  return { total, isLeast, after, rows: decorated(db, account, found) }
}

/** The rows of a page with their newest labels and what comes next. */
function decorated(db: Db, account: Account, found: { row: number }[]): ListedDocument[] {
  const rows = rowsOf(db, found)
  const tapes = tapesOf(
    db,
    rows.filter(holds(db, account, 'history')).map((row) => row.id),
  )
  const { configuration } = published(db)
  return rows.map(({ owner: _, creator: __, ...row }) => ({
    ...row,
    register: tapes.get(row.id) ?? [],
    next: nextLabel(configuration, lifecycleOf(configuration, row.lifecycle), row),
  }))
}

/** The documents of a page, in its order. */
function rowsOf(db: Db, found: { row: number }[]) {
  const rows = db
    .select({ row: sql<number>`documents.rowid`, ...listed, checkedOutBy: people.name })
    .from(documents)
    .leftJoin(people, eq(people.id, documents.checkedOutBy))
    .where(sql`documents.rowid in ${inList(found.map(({ row }) => row))}`)
    .all()
  const byRow = new Map(rows.map(({ row, ...rest }) => [row, rest]))
  return found.flatMap(({ row }) => byRow.get(row) ?? [])
}

/** The newest few register rows of each document, oldest first. */
function tapesOf(tx: Tx, ids: string[]) {
  const tapes = new Map<string, Pick<RegisterRow, 'label' | 'origin' | 'was'>[]>()
  if (ids.length === 0) return tapes
  const rows = tx
    .select({
      document: registerRows.document,
      label: registerRows.label,
      origin: registerRows.origin,
      was: registerRows.was,
    })
    .from(registerRows)
    .where(inArray(registerRows.document, ids))
    .orderBy(registerRows.document, registerRows.position)
    .all()
  for (const { document, ...row } of rows) {
    const tape = tapes.get(document) ?? []
    tape.push(row)
    tapes.set(document, tape.slice(-5))
  }
  return tapes
}

/** The first few documents whose number, title or record has the text in it; numbers that begin with it first. */
export function findDocuments(db: Db, account: Account, text: string, limit: number): ListedDocument[] {
  return decorated(db, account, firstFound(db, account, text, limit))
}
