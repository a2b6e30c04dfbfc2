import { and, eq, gt, isNull, sql } from 'drizzle-orm'
import type { Attribute } from '../../core/attribute'
import { bindingsFor } from '../../core/binding'
import { boundIn, type Configuration } from '../../core/configuration'
import { type Command, ofKind } from '../../core/engine'
import type { FileFinding } from '../../shared/answers'
import type { Tx } from '../database/connection'
import { fileStates } from '../database/schema'
import type { DocumentRow } from '../documents/columns'
import { queueOnce } from '../jobs/queue'

/** Kinds of commands after which the blocks of revisions on a sheet say something else than the register. */
const ofRegister: Command['kind'][] = ['add-version', 'add-register-row', 'correct-register-row']

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
  if (act === 'bring-in') return
  const differs = mayDiffer(boundIn(configuration, document), document.fileName, commands)
  const hasGrown = commands.some(({ kind }) => ofRegister.includes(kind)) && hasBlocks(tx, document.id)
  if (!differs && !hasGrown) return
  markPending(tx, document.id)
  queueWriting(tx)
}

/** Whether the blocks of a document's revisions stand on its sheet. */
export const hasBlocks = (tx: Tx, document: string): boolean =>
  tx.select({ blocks: fileStates.blocks }).from(fileStates).where(eq(fileStates.document, document)).get()
    ?.blocks ?? false

/** Notes that a document's record has to be written into its file. */
export function markPending(tx: Tx, document: string): void {
  tx.insert(fileStates)
    .values({ document, pending: true, findings: [] })
    .onConflictDoUpdate({ target: fileStates.document, set: { pending: true } })
    .run()
}

/** Queues the writing of whatever is pending, unless that waits already. */
export const queueWriting = (tx: Tx): void =>
  queueOnce(tx, { kind: 'write-files', subject: 'files', subjectName: 'records that changed' })

/** An unread file is not written: its values are not in the record yet, and writing would lose them. */
const isDue = and(eq(fileStates.pending, true), isNull(fileStates.unread))

/** Documents whose files have to be written, after an id. */
export const pendingAfter = (tx: Tx, after: string, limit: number): { document: string }[] =>
  tx
    .select({ document: fileStates.document })
    .from(fileStates)
    .where(and(isDue, gt(fileStates.document, after)))
    .orderBy(fileStates.document)
    .limit(limit)
    .all()

export const countPending = (tx: Tx): number =>
  tx
    .select({ count: sql<number>`count(*)` })
    .from(fileStates)
    .where(isDue)
    .get()!.count

/** Tells whether a document's file has to be written, and its findings. An unread file is not written. */
export function fileStateOf(tx: Tx, document: string): { pending: boolean; findings: FileFinding[] } {
  const row = tx.select().from(fileStates).where(eq(fileStates.document, document)).get()
  return { pending: row?.pending === true && row.unread === null, findings: row?.findings ?? [] }
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

/** Notes that a document's file says what its record says, and whether its revisions stand on its sheet. */
export function settle(tx: Tx, document: string, blocks: boolean): void {
  tx.update(fileStates).set({ pending: false, blocks }).where(eq(fileStates.document, document)).run()
}
