import { basename, join } from 'node:path'
import { and, asc, count, eq, gt } from 'drizzle-orm'
import type { PlannedDocument, Prediction } from '../../core/intake'
import { record } from '../audit/trail'
import { atomically, type Db, type Tx } from '../database/connection'
import { intakeDocuments, intakes } from '../database/schema'
import { account, type Account } from '../directory/people'
import type { Incoming } from '../documents/rows'
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
async function runIntake({ db, store, job, progress }: JobContext): Promise<Ending> {
  const intake = intakeRow(db, job.subject)
  const person = account(db, intake.personId)!
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
      bringOneIn(db, person, intake, row, stored)
      if (progress(++done, before + ready)) continue
      await ahead
      return 'stopped'
    }
  }
  finish(db, person, intake)
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
  db: Db,
  person: Account,
  intake: Intake,
  row: PlannedRow,
  stored: Incoming[] | Error,
): void {
  const fail = (message: string) => atomically(db, (tx) => tickFailed(tx, row, message))
  if (stored instanceof Error) return fail(stored.message)
  try {
    atomically(db, (tx) => {
      const { document, result } = bringIn(tx, person, intake.id, row.plan, stored)
      tick(tx, row, document, result)
    })
  } catch (error) {
    if (!(error instanceof Refusal) && (error as { code?: string }).code !== 'SQLITE_CONSTRAINT_UNIQUE')
      throw error
    fail(
      error instanceof Refusal ? error.message : `${row.number} came into the vault meanwhile by another way`,
    )
  }
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

function finish(db: Db, person: Account, intake: Intake): void {
  atomically(db, (tx) => {
    const rows = tx
      .select({ status: intakeDocuments.status, count: count() })
      .from(intakeDocuments)
      .where(eq(intakeDocuments.intake, intake.id))
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
