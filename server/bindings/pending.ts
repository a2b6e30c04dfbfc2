import { and, eq, gt, inArray, sql } from 'drizzle-orm'
import type { Attribute } from '../../core/attribute'
import { bindingsFor } from '../../core/binding'
import { boundIn, type Configuration } from '../../core/configuration'
import { type Command, ofKind } from '../../core/engine'
import type { FileFinding } from '../../shared/answers'
import type { Tx } from '../database/connection'
import { documents, fileStates, jobs } from '../database/schema'
import type { DocumentRow } from '../documents/columns'
import { enqueue } from '../jobs/queue'

/** Whether commands leave a document's file saying something else than its record, as far as they can tell. */
function mayDiffer(attributes: Attribute[], fileName: string, commands: Command[]): boolean {
  const bound = bindingsFor(attributes, fileName, 'write')
  if (!bound.length) return false
  const written = new Set(ofKind(commands, 'write-attribute').map(({ attribute }) => attribute))
  return (
    ofKind(commands, 'add-version').length > 0 || bound.some(({ attribute }) => written.has(attribute.id))
  )
}

/**
 * Notes, in the transaction of an act, that what it changed has to be written into the document's file, and queues the
 * job that does it. A legacy document that is brought in keeps its file as it came: writing is offered after the
 * intake.
 */
export function noteChange(
  tx: Tx,
  configuration: Configuration,
  document: Pick<DocumentRow, 'id' | 'fileName' | 'lifecycle' | 'classId'>,
  commands: Command[],
  act: string,
): void {
  const attributes = boundIn(configuration, document)
  if (act === 'bring-in' || !mayDiffer(attributes, document.fileName, commands)) return
  markPending(tx, document.id)
  queueWriting(tx)
}

/** Notes that a document's record has to be written into its file. */
export function markPending(tx: Tx, document: string): void {
  tx.insert(fileStates)
    .values({ document, pending: true, findings: [] })
    .onConflictDoUpdate({ target: fileStates.document, set: { pending: true } })
    .run()
}

/** Queues the writing of whatever is pending, unless that waits already. */
export function queueWriting(tx: Tx): void {
  const waits = tx
    .select({ id: jobs.id })
    .from(jobs)
    .where(and(eq(jobs.kind, 'write-files'), eq(jobs.status, 'queued')))
    .limit(1)
    .get()
  if (!waits)
    enqueue(tx, {
      ...{ kind: 'write-files', subject: 'files', subjectName: 'records that changed', personId: '' },
      priority: 3,
    })
}

/** Documents whose files have to be written, after an id. */
export const pendingAfter = (tx: Tx, after: string, limit: number): { document: string }[] =>
  tx
    .select({ document: fileStates.document })
    .from(fileStates)
    .where(and(eq(fileStates.pending, true), gt(fileStates.document, after)))
    .orderBy(fileStates.document)
    .limit(limit)
    .all()

export const countPending = (tx: Tx): number =>
  tx
    .select({ count: sql<number>`count(*)` })
    .from(fileStates)
    .where(eq(fileStates.pending, true))
    .get()!.count

/** How a document's file stands to its record. */
export function fileStateOf(tx: Tx, document: string): { pending: boolean; findings: FileFinding[] } {
  const row = tx.select().from(fileStates).where(eq(fileStates.document, document)).get()
  return { pending: row?.pending ?? false, findings: row?.findings ?? [] }
}

/** Keeps findings of some kinds in place of those of these kinds before. */
export function keepFindings(
  tx: Tx,
  document: string,
  kinds: FileFinding['kind'][],
  found: FileFinding[],
): void {
  const { pending, findings: before } = fileStateOf(tx, document)
  const others = before.filter(({ kind }) => !kinds.includes(kind))
  const findings = [...others, ...found]
  if (!findings.length && !before.length) return
  tx.insert(fileStates)
    .values({ document, pending, findings })
    .onConflictDoUpdate({ target: fileStates.document, set: { findings } })
    .run()
}

/** Notes that a document's file says what its record says, with what it cannot hold. */
export function settle(tx: Tx, document: string): void {
  tx.update(fileStates).set({ pending: false }).where(eq(fileStates.document, document)).run()
}

/** Documents by their numbers. */
export const idsOf = (tx: Tx, numbers: string[]): { id: string; number: string }[] =>
  tx
    .select({ id: documents.id, number: documents.number })
    .from(documents)
    .where(inArray(documents.number, numbers))
    .all()
