import { and, asc, count, eq, gt } from 'drizzle-orm'
import { UnknownError } from '../../core/configuration'
import type { Prediction } from '../../core/intake'
import { record } from '../audit/trail'
import type { Db, Tx } from '../database/connection'
import { intakeDocuments, intakes } from '../database/schema'
import type { Incoming } from '../documents/rows'
import type { Account } from '../directory/people'
import { dropUnreferenced } from '../files/coming'
import { asker, type Ending, type JobContext, type JobKindModule } from '../jobs/job-kind'
import { atOnce, batches } from '../jobs/parallel'
import { Refusal } from '../refusal'
import { bringIn } from './bring-in'
import { linkReferences } from './link'
import { type Intake, intakeRow } from './rows'
import { inShare } from './share'
import { statements } from './statements'
import { type StoredFiles, StoringThread } from './storing-thread'

type PlannedRow = typeof intakeDocuments.$inferSelect
interface Fetched {
  row: PlannedRow
  stored: StoredFiles
}

/** How many batches of files are on their way into the store ahead of the documents. */
const ahead = 3
/** Documents brought in by one transaction: some milliseconds, so that acts of people find their turn. */
const together = 12

/**
 * Brings the ready documents of an intake in: their files into the store, many at a time; then a few documents in one
 * transaction that also ticks them off. Whenever it is killed, what is ticked off is whole, and the rest as if
 * never begun.
 */
async function runIntake(context: JobContext): Promise<Ending> {
  const { db, store, job, progress } = context
  const intake = intakeRow(db, job.subject)
  const root = await inShare(intake.archive, 'archive')
  const { ready, before } = progressSoFar(db, intake.id)
  const person = asker(context)
  let done = before
  const storing = new StoringThread(store.root, root)
  try {
    for await (const fetched of fetchAhead(db, intake.id, storing))
      for (const few of batches(fetched, together)) {
        bringFewIn(context, person, intake, few)
        done += few.length
        if (!progress(done, before + ready)) return 'stopped'
      }
  } finally {
    await storing.end()
  }
  finish(context, intake)
  return 'done'
}

/** The ready documents with their files in the store, some at a time, while the next ones are on their way. */
async function* fetchAhead(db: Db, intake: string, storing: StoringThread): AsyncGenerator<Fetched[]> {
  let position = 0
  const fetchNext = async (): Promise<Fetched[]> => {
    const batch = nextReady(db, intake, position)
    position = batch.at(-1)?.position ?? position
    const stored = await storing.store(batch.map(({ plan }) => plan.files))
    return batch.map((row, index) => ({ row, stored: stored[index]! }))
  }
  const coming = Array.from({ length: ahead }, fetchNext)
  for (let next = await coming.shift()!; next.length > 0; next = await coming.shift()!) {
    coming.push(fetchNext())
    yield next
  }
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
 * Brings a few documents in, in one transaction. Where one of them cannot come in, each is brought in by itself: a
 * transaction within one for every document would cost all of them what one of thousands needs.
 */
function bringFewIn(context: JobContext, person: Account, intake: Intake, few: Fetched[]): void {
  try {
    context.portion((tx) => {
      for (const { row, stored } of few)
        if ('fault' in stored) tickFailed(tx, row, stored.fault)
        else bringOneIn(tx, person, intake, row, stored.files)
    })
  } catch (error) {
    if (few.length > 1) return few.forEach((one) => bringFewIn(context, person, intake, [one]))
    const { row } = few[0]!
    const reason = reasonFor(error, row)
    if (reason === undefined) throw error
    context.portion((tx) => tickFailed(tx, row, reason))
  }
}

/** Brings one document in. @throws where it cannot come in */
function bringOneIn(tx: Tx, person: Account, intake: Intake, row: PlannedRow, stored: Incoming[]): void {
  const { document, result } = bringIn(tx, person, intake.id, row.plan, stored)
  tick(tx, row, document, result)
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
function finish({ db, store, actor, portion }: JobContext, intake: Intake): void {
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
  const linked = Object.entries(linkReferences({ db, portion }, intake.id)).filter(([, number]) => number > 0)
  portion((tx) => {
    const rows = tx
      .select({ status: intakeDocuments.status, count: count() })
      .from(intakeDocuments)
      .where(ofThis)
      .groupBy(intakeDocuments.status)
      .all()
    tx.update(intakes).set({ stage: 'done' }).where(eq(intakes.id, intake.id)).run()
    record(tx, actor, {
      code: 'finish-intake',
      action: 'finish intake',
      subject: { kind: 'intake', id: intake.id, name: intake.name },
      after: Object.fromEntries([...rows.map((row) => [row.status, row.count]), ...linked]),
    })
  })
}

export const runJob: JobKindModule = { lane: 'long', attempts: 5, givesUp: true, run: runIntake }
