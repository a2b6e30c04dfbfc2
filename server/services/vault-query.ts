import { and, asc, count, desc, eq, gte, inArray, lte, or, sql, type SQL } from 'drizzle-orm'
import { allows, chainTo } from '../../core/access'
import { nextLabel, type RegisterRow } from '../../core/engine'
import { lifecycleOf } from '../../core/configuration'
import type { Db, Tx } from '../database/connection'
import { documents, people, registerRows, versions } from '../database/schema'
import { allFolders, published } from './configuration'
import { documentRow, register, requireRights, seenBy, snapshot } from './documents'
import { asPerson, type Account } from './people'
import { childrenOf, parentsOf } from './references'

export const documentSorts = ['number', 'title', 'state', 'revision', 'folder', 'changed'] as const

export interface VaultQuery {
  text?: string
  state?: string
  lifecycle?: string
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

/** A page of the documents that a person may see, with the count of all that match. */
export function listDocuments(db: Db, account: Account, query: VaultQuery) {
  const where = and(visible(db, account), ...filters(query))
  const order = query.descending ? desc : asc
  const total = db.select({ total: count() }).from(documents).where(where).get()!.total
  const rows = db
    .select({
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
    rows.map((row) => row.id),
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
    folder
      ? or(
          eq(documents.folder, folder),
          and(gte(documents.folder, `${folder}/`), lte(documents.folder, `${folder}/\uffff`)),
        )
      : undefined,
    revision ? eq(documents.revision, revision) : undefined,
    intake ? eq(documents.intake, intake) : undefined,
    checkedOut ? sql`${documents.checkedOutBy} is not null` : undefined,
  ]
}

/** The condition that keeps a list to what a person may see; undefined where that is everything. */
export function visible(tx: Tx, account: Account): SQL | undefined {
  const { configuration } = published(tx)
  const folders = allFolders(tx)
  const person = asPerson(account)
  const pairs: SQL[] = []
  let hidden = false
  for (const folder of folders) {
    const chain = chainTo(folders, folder.path)
    for (const lifecycle of configuration.lifecycles) {
      const seen = lifecycle.states.filter((use) => allows(person, chain, use, 'see')).map((use) => use.state)
      if (seen.length < lifecycle.states.length) hidden = true
      if (seen.length)
        pairs.push(
          and(
            eq(documents.folder, folder.path),
            eq(documents.lifecycle, lifecycle.id),
            inArray(documents.state, seen),
          )!,
        )
    }
  }
  if (!hidden) return undefined
  return pairs.length ? or(...pairs) : sql`0`
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

/** Everything the document's page shows, for a person who may see it. */
export function documentPage(db: Db, account: Account, number: string) {
  const row = documentRow(db, number)
  requireRights(db, account, row, ['see'])
  const { configuration } = published(db)
  const isSeen = seenBy(db, account)
  const names = new Map(
    db
      .select({ id: people.id, name: people.name })
      .from(people)
      .where(inArray(people.id, [row.creator, row.lastEditor]))
      .all()
      .map((person) => [person.id, person.name]),
  )
  return {
    document: {
      ...row,
      creatorName: names.get(row.creator) ?? row.creator,
      lastEditorName: names.get(row.lastEditor) ?? row.lastEditor,
    },
    checkedOutBy: snapshot(db, row).checkedOutBy,
    register: register(db, row.id),
    refersTo: childrenOf(db, row.id).filter(isSeen),
    usedBy: parentsOf(db, row.id).filter(isSeen),
    versions: db
      .select()
      .from(versions)
      .where(eq(versions.document, row.id))
      .orderBy(desc(versions.version))
      .all(),
    next: nextLabel(configuration, lifecycleOf(configuration, row.lifecycle), row),
  }
}

/** The first few documents whose number or title has the text in it. */
export function findDocuments(db: Db, account: Account, text: string, limit: number) {
  return listDocuments(db, account, { text, sort: 'number', descending: false, offset: 0, limit }).rows
}
