import { basename, join } from 'node:path'
import { and, asc, count, eq, gt } from 'drizzle-orm'
import { UnknownError } from '../../core/configuration'
import type { PlannedDocument, Prediction } from '../../core/intake'
import { record } from '../audit/trail'
import type { Db, Tx } from '../database/connection'
import { intakeDocuments, intakes } from '../database/schema'
import type { Incoming } from '../documents/rows'
import { dropUnreferenced } from '../files/coming'
import { FileStore } from '../files/store'
import type { Ending, JobContext, JobKindModule } from '../jobs/job-kind'
import { atOnce, inParallel } from '../jobs/parallel'
import { Refusal } from '../refusal'
import { bringIn } from './bring-in'
import { type Intake, intakeRow } from './rows'
import { inShare } from './share'
import { statements } from './statements'

type PlannedRow = typeof intakeDocuments.$inferSelect
interface Fetched {
  row: PlannedRow
  stored: Incoming[] | Error
}

/**
 * Brings the ready documents of an intake in: their files into the store, many at a time; then each document in one
 * transaction that also ticks it off. Whenever it is killed, what is ticked off is whole, and the rest as if
 * never begun.
 */
async function runIntake(context: JobContext): Promise<Ending> {
  const { db, store, job, progress } = context
  const intake = intakeRow(db, job.subject)
  const root = await inShare(intake.archive, 'archive')
  const { ready, before } = progressSoFar(db, intake.id)
  let done = before
  let position = 0
  const fetchNext = () => {
    const batch = nextReady(db, intake.id, position)
    position = batch.at(-1)?.position ?? position
    return inParallel(batch, async (row): Promise<Fetched> => ({
      row,
      stored: await storeFiles(store, root, row.plan).catch((error: Error) => error),
    }))
  }
  for (let ahead = fetchNext(); ;) {
    const fetched = await ahead
    if (fetched.length === 0) break
    ahead = fetchNext()
    for (const { row, stored } of fetched) {
      bringOneIn(context, intake, row, stored)
      if (progress(++done, before + ready)) continue
      await ahead
      return 'stopped'
    }
  }
  finish(context, intake)
  return 'done'
}

function progressSoFar(db: Db, intake: string): { ready: number; before: number } {
  const rows = db
    .select({ status: intakeDocuments.status, count: count() })
    .from(intakeDocuments)
    .where(eq(intakeDocuments.intake, intake))
    .groupBy(intakeDocuments.status)
    .all()
  const of = (status: string) => rows.find((row) => row.status === status)?.count ?? 0
  return { ready: of('ready'), before: of('done') + of('failed') }
}

function nextReady(db: Db, intake: string, after: number): PlannedRow[] {
  return db
    .select()
    .from(intakeDocuments)
    .where(
      and(
        eq(intakeDocuments.intake, intake),
        eq(intakeDocuments.status, 'ready'),
        gt(intakeDocuments.position, after),
      ),
    )
    .orderBy(asc(intakeDocuments.position))
    .limit(atOnce)
    .all()
}

/**
 * Stores a document's files, oldest revision first. @throws where one is gone, or is not what was read and
 * predicted on.
 */
async function storeFiles(store: FileStore, root: string, plan: PlannedDocument): Promise<Incoming[]> {
  const contents: Incoming[] = []
  for (const { path, sha256, size } of plan.files) {
    const stored = await store.putFile(join(root, path), size).catch((error: Error) => {
      throw new Error(`${path} cannot be read any more: ${error.message}`)
    })
    if (stored.sha256 !== sha256)
      throw new Error(`${path} was changed after it was read: start a new intake for it`)
    contents.push({ ...stored, fileName: basename(path) })
  }
  return contents
}

function bringOneIn(
  { person, portion }: JobContext,
  intake: Intake,
  row: PlannedRow,
  stored: Incoming[] | Error,
): void {
  const fail = (message: string) => portion((tx) => tickFailed(tx, row, message))
  if (stored instanceof Error) return fail(stored.message)
  try {
    portion((tx) => {
      const { document, result } = bringIn(tx, person, intake.id, row.plan, stored)
      tick(tx, row, document, result)
    })
  } catch (error) {
    const reason = reasonFor(error, row)
    if (!reason) throw error
    fail(reason)
  }
}

/** Why one document cannot come in; undefined for what is wrong with more than this one. */
function reasonFor(error: unknown, { number }: PlannedRow): string | undefined {
  if (error instanceof Refusal) return error.message
  if (error instanceof UnknownError)
    return `${error.message}: the configuration has changed since, so plan again`
  const code = (error as { code?: string }).code ?? (error as { cause?: { code?: string } }).cause?.code
  return code === 'SQLITE_CONSTRAINT_UNIQUE'
    ? `${number} came into the vault meanwhile by another way`
    : undefined
}

function tick(tx: Tx, { intake, position, number }: PlannedRow, document: string, result: Prediction): void {
  statements(tx).tickDocument.run({ intake, position, status: 'done', document, result, message: null })
  statements(tx).tickFiles.run({ intake, number, status: 'done' })
}

function tickFailed(tx: Tx, { intake, position, number }: PlannedRow, message: string): void {
  tx.update(intakeDocuments)
    .set({ status: 'failed', message })
    .where(and(eq(intakeDocuments.intake, intake), eq(intakeDocuments.position, position)))
    .run()
  statements(tx).tickFiles.run({ intake, number, status: 'failed' })
}

/** Says in the trail how it ended, and clears away the contents of documents that did not come in. */
function finish({ db, store, person, portion }: JobContext, intake: Intake): void {
  const ofThis = eq(intakeDocuments.intake, intake.id)
  const failed = db
    .select({ plan: intakeDocuments.plan })
    .from(intakeDocuments)
    .where(and(ofThis, eq(intakeDocuments.status, 'failed')))
    .all()
  for (const { plan } of failed)
    portion((tx) => {
      for (const { sha256 } of plan.files) if (sha256) dropUnreferenced(tx, store, sha256)
    })
  portion((tx) => {
    const rows = tx
      .select({ status: intakeDocuments.status, count: count() })
      .from(intakeDocuments)
      .where(ofThis)
      .groupBy(intakeDocuments.status)
      .all()
    tx.update(intakes).set({ stage: 'done' }).where(eq(intakes.id, intake.id)).run()
    record(tx, person, {
      code: 'finish-intake',
      action: 'finish intake',
      subject: { kind: 'intake', id: intake.id, name: intake.name },
      after: Object.fromEntries(rows.map((row) => [row.status, row.count])),
    })
  })
}

export const runJob: JobKindModule = { name: 'run an intake', run: runIntake }
