import { and, asc, count, desc, eq, inArray, type SQL, sql } from 'drizzle-orm'
import { lifecycleOf } from '../../core/configuration'
import { nextLabel, type RegisterRow } from '../../core/engine'
import type { DocumentListing, ListedDocument } from '../../shared/answers'
import { published } from '../configuration/published'
import type { Db, Tx } from '../database/connection'
import { documents, people, registerRows } from '../database/schema'
import type { Account } from '../directory/people'
import { holds } from './rights'
import { inFolder, visible } from './visible'

export const documentSorts = ['number', 'title', 'state', 'revision', 'folder', 'changed'] as const

export interface VaultQuery {
  text?: string
  state?: string
  lifecycle?: string
  classId?: string
  folder?: string
  revision?: string
  intake?: string
  checkedOut?: boolean
  sort: (typeof documentSorts)[number]
  descending: boolean
  offset: number
  limit: number
}

const columns = {
  number: documents.number,
  title: documents.title,
  state: documents.state,
  revision: documents.revisionOrder,
  folder: documents.folder,
  changed: documents.changedAt,
}

/** What a list shows of a document itself. */
const listed = {
  id: documents.id,
  number: documents.number,
  title: documents.title,
  classId: documents.classId,
  lifecycle: documents.lifecycle,
  state: documents.state,
  folder: documents.folder,
  revision: documents.revision,
  version: documents.version,
  changedAt: documents.changedAt,
}

/** A page of the documents that a person may see, with the count of all that match. */
export function listDocuments(db: Db, account: Account, query: VaultQuery): DocumentListing {
  const where = and(visible(db, account), ...filters(query))
  const order = query.descending ? desc : asc
  const total = db.select({ total: count() }).from(documents).where(where).get()!.total
  const rows = db
    .select({
      ...listed,
      checkedOutBy: people.name,
    })
    .from(documents)
    .leftJoin(people, eq(people.id, documents.checkedOutBy))
    .where(where)
    .orderBy(order(columns[query.sort]), order(documents.number))
    .limit(query.limit)
    .offset(query.offset)
    .all()
  const tapes = tapesOf(
    db,
    rows.filter(holds(db, account, 'history')).map((row) => row.id),
  )
  const { configuration } = published(db)
  return {
    total,
    rows: rows.map((row) => ({
      ...row,
      register: tapes.get(row.id) ?? [],
      next: nextLabel(configuration, lifecycleOf(configuration, row.lifecycle), row),
    })),
  }
}

function filters({
  text,
  state,
  lifecycle,
  classId,
  folder,
  revision,
  intake,
  checkedOut,
}: VaultQuery): (SQL | undefined)[] {
  const like = text && `%${text.replace(/[\\%_]/g, (char) => `\\${char}`)}%`
  return [
    like
      ? sql`(${documents.number} like ${like} escape '\\' or ${documents.title} like ${like} escape '\\')`
      : undefined,
    state ? eq(documents.state, state) : undefined,
    lifecycle ? eq(documents.lifecycle, lifecycle) : undefined,
    classId ? eq(documents.classId, classId) : undefined,
    folder ? inFolder(folder) : undefined,
    revision ? eq(documents.revision, revision) : undefined,
    intake ? eq(documents.intake, intake) : undefined,
    checkedOut ? sql`${documents.checkedOutBy} is not null` : undefined,
  ]
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

/** The first few documents whose number or title has the text in it. */
export function findDocuments(db: Db, account: Account, text: string, limit: number): ListedDocument[] {
  return listDocuments(db, account, { text, sort: 'number', descending: false, offset: 0, limit }).rows
}
