import { and, desc, eq } from 'drizzle-orm'
import { type Configuration, lifecycleOf, schemeFor } from '../../core/configuration'
import type { DocumentSnapshot, RegisterRow, Signature } from '../../core/engine'
import { orderKey, parse } from '../../core/revision'
import { now } from '../clock'
import type { Tx } from '../database/connection'
import { documents, laterContents, people, versions } from '../database/schema'
import type { Stored } from '../files/store'
import { Refusal } from '../refusal'
import { documentColumns, type DocumentRow } from './columns'
import { statements } from './statements'

export { type DocumentRow } from './columns'

/** A content that has come in, with the name it had outside. */
export interface Incoming extends Stored {
  fileName: string
}

/** A document that is not there, or that the caller may not see: the same answer for both, so that it tells nothing. */
export const notThere = (number: string): Refusal =>
  new Refusal('not-found', `there is no document ${number} that you may see`)

/** A document by its number, whoever asks. @throws Refusal where there is none. */
export function documentRow(tx: Tx, number: string): DocumentRow {
  const row = tx.select(documentColumns).from(documents).where(eq(documents.number, number)).get()
  if (!row) throw notThere(number)
  return row
}

/** A document by its id, whoever asks. */
export function documentRowById(tx: Tx, id: string): DocumentRow {
  return statements(tx).documentById.get({ id })!
}

/** Who has a document checked out. */
export function holderOf(tx: Tx, { checkedOutBy }: DocumentRow): { id: string; name: string } | null {
  if (!checkedOutBy) return null
  const holder = tx
    .select({ id: people.id, name: people.name })
    .from(people)
    .where(eq(people.id, checkedOutBy))
    .get()
  return holder ?? null
}

/** A document as the engine sees it, without what it refers to. */
export function snapshot(tx: Tx, row: DocumentRow): DocumentSnapshot {
  return {
    number: row.number,
    lifecycle: row.lifecycle,
    classId: row.classId,
    state: row.state,
    folder: row.folder,
    fileName: row.fileName,
    record: row.record,
    revision: row.revision,
    register: register(tx, row.id),
    version: row.version,
    checkedOutBy: holderOf(tx, row),
    owner: row.owner,
    creator: row.creator,
    lastEditor: row.lastEditor,
    signatures: openSignatures(tx, row.id),
  }
}

/** The signatures of a document’s open rounds, in their order. */
export const openSignatures = (tx: Tx, document: string): Signature[] =>
  statements(tx).signatures.all({ document })

/** A document's register, oldest row first. */
export const register = (tx: Tx, document: string): RegisterRow[] =>
  statements(tx)
    .register.all({ document })
    .map(({ was, ...row }) => (was ? { ...row, was } : row))

/** The newest content of a version that the vault wrote; undefined where it never did. */
export function laterContent(tx: Tx, document: string, version: number) {
  return tx
    .select({
      ...{ sha256: laterContents.sha256, size: laterContents.size },
      position: laterContents.position,
    })
    .from(laterContents)
    .where(and(eq(laterContents.document, document), eq(laterContents.version, version)))
    .orderBy(desc(laterContents.position))
    .limit(1)
    .get()
}

/** The file of one of a document's versions, with all that the vault wrote into it. */
export function contentOf(tx: Tx, document: string, version: number): Incoming {
  const { fileName, ...first } = tx
    .select({ fileName: versions.fileName, sha256: versions.sha256, size: versions.size })
    .from(versions)
    .where(and(eq(versions.document, document), eq(versions.version, version)))
    .get()!
  const { sha256, size } = laterContent(tx, document, version) ?? first
  return { fileName, sha256, size }
}

/** What a label sorts by in tables; null where the scheme does not read it any more. */
export function orderOf(
  configuration: Configuration,
  lifecycle: string,
  label: string | null,
): string | null {
  if (label === null) return null
  const scheme = schemeFor(configuration, lifecycleOf(configuration, lifecycle))
  const reading = parse(scheme, label)
  return reading.ok ? orderKey(scheme, reading.position) : null
}

/** @throws Refusal where the document has changed since it was looked at. */
export function unchanged(row: DocumentRow, change: number): DocumentRow {
  if (row.change === change) return row
  throw new Refusal(
    'conflict',
    `${row.number} was changed by somebody else meanwhile; look at it as it is now and try again`,
  )
}

/** Changes a document's row, counting the change. */
export function update(tx: Tx, row: DocumentRow, values: Partial<DocumentRow>): void {
  tx.update(documents)
    .set({ ...values, changedAt: values.changedAt ?? now(), change: row.change + 1 })
    .where(eq(documents.id, row.id))
    .run()
}
