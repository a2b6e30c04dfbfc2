import { and, eq, gt, isNotNull, sql } from 'drizzle-orm'
import type { Tx } from '../database/connection'
import { fileStates } from '../database/schema'
import { queueOnce } from '../jobs/queue'
import { fileStateOf, queueWriting } from './pending'

/** A document with unread contents: its newest unread version, and the oldest one. */
export interface Unread {
  document: string
  version: number
  since: number
}

/** Marks a version as unread in the transaction of its act, and queues the job that reads it. */
export function noteUnread(tx: Tx, { id, version }: { id: string; version: number }): void {
  const row = { document: id, pending: false, findings: [], unread: version, unreadSince: version }
  const since = sql<number>`coalesce(${fileStates.unreadSince}, ${version})`
  tx.insert(fileStates)
    .values(row)
    .onConflictDoUpdate({ target: fileStates.document, set: { unread: version, unreadSince: since } })
    .run()
  queueOnce(tx, { kind: 'read-files', subject: 'files', subjectName: 'files that came in' })
}

const columns = {
  document: fileStates.document,
  version: fileStates.unread,
  since: fileStates.unreadSince,
}

/** The unread contents of a document; undefined if there are none. */
export const unreadOf = (tx: Tx, document: string): Unread | undefined =>
  tx
    .select(columns)
    .from(fileStates)
    .where(and(eq(fileStates.document, document), isNotNull(fileStates.unread)))
    .get() as Unread | undefined

/** Documents with unread contents, after an id. */
export const unreadAfter = (tx: Tx, after: string, limit: number): Unread[] =>
  tx
    .select(columns)
    .from(fileStates)
    .where(and(isNotNull(fileStates.unread), gt(fileStates.document, after)))
    .orderBy(fileStates.document)
    .limit(limit)
    .all() as Unread[]

/** Marks all contents of a document as read. If its file has to be written, that is queued now. */
export function noteRead(tx: Tx, document: string): void {
  tx.update(fileStates)
    .set({ unread: null, unreadSince: null })
    .where(eq(fileStates.document, document))
    .run()
  if (fileStateOf(tx, document).pending) queueWriting(tx)
}
