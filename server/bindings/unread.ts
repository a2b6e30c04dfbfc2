import { and, eq, gt, isNotNull } from 'drizzle-orm'
import type { Tx } from '../database/connection'
import { fileStates } from '../database/schema'
import { queueOnce } from '../jobs/queue'

/** Notes, in the transaction of an act, that the content which came with it has still to be read; a job reads it. */
export function noteUnread(tx: Tx, { id, version }: { id: string; version: number }): void {
  const row = { document: id, pending: false, findings: [], unread: version }
  tx.insert(fileStates)
    .values(row)
    .onConflictDoUpdate({ target: fileStates.document, set: { unread: version } })
    .run()
  queueOnce(tx, { kind: 'read-files', subject: 'files', subjectName: 'files that came in' })
}

/** Documents of which a version has still to be read, after an id. */
export const unreadAfter = (tx: Tx, after: string, limit: number): { document: string; version: number }[] =>
  tx
    .select({ document: fileStates.document, version: fileStates.unread })
    .from(fileStates)
    .where(and(isNotNull(fileStates.unread), gt(fileStates.document, after)))
    .orderBy(fileStates.document)
    .limit(limit)
    .all() as { document: string; version: number }[]

/** Notes that what a version says has been read, if it is still the one that waited. */
export const noteRead = (tx: Tx, document: string, version: number): boolean =>
  tx
    .update(fileStates)
    .set({ unread: null })
    .where(and(eq(fileStates.document, document), eq(fileStates.unread, version)))
    .run().changes > 0
