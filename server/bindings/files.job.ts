import { and, asc, count, eq, gt, inArray, max, type SQL } from 'drizzle-orm'
import type { FileFinding, FileWork, JobLine } from '../../shared/answers'
import { published } from '../configuration/published'
import type { Db } from '../database/connection'
import { documents, jobLines } from '../database/schema'
import { foldersBelow } from '../directory/folders'
import { type DocumentRow, documentRowById, holderOf } from '../documents/rows'
import { seenBy } from '../documents/rights'
import { filesBy } from '../files/files'
import { asker, type JobContext, JobError, type JobKindModule } from '../jobs/job-kind'
import { heldBy } from '../jobs/queue'
import { fileStateOf, hasBlocks, markPending } from './pending'
import { runOnPlaces } from './script'
import { unreadOf } from './unread'
import { type Outcome, writeRecord, type Writing } from './write'

/** Documents that are fetched together. */
const together = 50

/** Works through the files of a set of documents, and keeps what became of each. */
export const filesJob: JobKindModule = {
  lane: 'long',
  attempts: 3,
  run: async (context) => {
    const { db, store, job, progress } = context
    const work = job.input?.files
    if (!work) throw new JobError('the job says no documents')
    const isSeen = seenBy(db, asker(context))
    const writing = { db, store, files: filesBy(context.doFile), isWorking: () => true }
    const total = countSeen(db, work, isSeen)
    let done = linesDone(db, job.id)
    for (let after = lastDone(db, job.id); ;) {
      const few = next(db, work, after)
      if (!few.length) return { done: told(db, job.id) }
      for (const { id, number } of few) {
        after = number
        // The set holds only documents that the asker may see.
        if (!isSeen(documentRowById(db, id))) continue
        keepLine(context, number, await workOn(context, writing, id, work))
        if (!progress(++done, total)) return 'stopped'
      }
    }
  },
}

/** How many documents of a set somebody may see. */
function countSeen(db: Db, work: FileWork, isSeen: (document: DocumentRow) => boolean): number {
  let seen = 0
  for (let after = ''; ;) {
    const few = next(db, work, after)
    if (!few.length) return seen
    seen += few.filter(({ id }) => isSeen(documentRowById(db, id))).length
    after = few.at(-1)!.number
  }
}

/** The documents of a set. */
const chosen = (db: Db, { folder, intake, numbers }: FileWork): SQL | undefined =>
  and(
    folder === undefined || folder === '/' ? undefined : inArray(documents.folder, foldersBelow(db, folder)),
    intake === undefined ? undefined : eq(documents.intake, intake),
    numbers && inArray(documents.number, numbers),
  )

const next = (db: Db, work: FileWork, after: string) =>
  db
    .select({ id: documents.id, number: documents.number })
    .from(documents)
    .where(and(chosen(db, work), gt(documents.number, after)))
    .orderBy(asc(documents.number))
    .limit(together)
    .all()

/** How far an earlier try of the same job came. */
const lastDone = (db: Db, job: string): string =>
  db
    .select({ last: max(jobLines.number) })
    .from(jobLines)
    .where(eq(jobLines.job, job))
    .get()!.last ?? ''

const linesDone = (db: Db, job: string): number =>
  db.select({ count: count() }).from(jobLines).where(eq(jobLines.job, job)).get()!.count

function keepLine({ portion, job }: JobContext, number: string, line: Omit<JobLine, 'number'>): void {
  portion((tx) =>
    tx
      .insert(jobLines)
      .values({ job: job.id, number, ...line })
      .onConflictDoNothing()
      .run(),
  )
}

/** Does with one document what is asked; one that somebody or something holds is left alone. */
async function workOn(
  { db, portion }: JobContext,
  writing: Writing,
  id: string,
  { task, script }: FileWork,
): Promise<Omit<JobLine, 'number'>> {
  const row = documentRowById(db, id)
  const holder = holderOf(db, row)
  if (holder)
    return {
      outcome: 'held',
      message: `checked out by ${holder.name} since ${row.checkedOutAt!.slice(0, 10)}`,
    }
  if (unreadOf(db, id)) return { outcome: 'held', message: 'its file has not been read yet' }
  const job = heldBy(db, id)
  if (job) return { outcome: 'held', message: `held by a job (${job})` }
  if (task === 'refresh' && !hasBlocks(db, id))
    return { outcome: 'as it was', message: 'no blocks of revisions stand on its sheet' }
  try {
    const outcome = await settled(() => {
      portion((tx) => markPending(tx, id))
      if (task === 'script') return runOnPlaces(writing, id, scriptOf(db, script))
      return writeRecord(writing, id, task === 'draw')
    })
    if (outcome === 'superseded') return { outcome: 'held', message: 'somebody is at work on it' }
    return toldOf(outcome, fileStateOf(db, id).findings, task)
  } catch (error) {
    if (!(error instanceof JobError)) throw error
    return { outcome: 'not done', message: error.message }
  }
}

/** What became of a document, with what its file cannot hold: where that is what was asked for, it is not done. */
function toldOf(
  outcome: Exclude<Outcome, 'superseded'>,
  findings: FileFinding[],
  task: FileWork['task'],
): Omit<JobLine, 'number'> {
  const against = findings.filter(({ kind }) => kind === 'not-held' || kind === 'unreadable')
  const isUndrawn = task === 'draw' && against.some(({ attribute }) => attribute === null)
  const message =
    (isUndrawn ? against.find(({ attribute }) => attribute === null) : against[0])?.message ?? null
  const isDone = message === null || (outcome === 'written' && !isUndrawn)
  return { outcome: isDone ? outcome : 'not done', message }
}

/** So often a document is begun again that somebody changes, or another job writes, meanwhile. */
const mostTries = 10

async function settled(attempt: () => Promise<Outcome>): Promise<Outcome> {
  for (let tries = 1; ; tries++) {
    const outcome = await attempt()
    if (outcome !== 'superseded' || tries === mostTries) return outcome
  }
}

function scriptOf(db: Db, id: string | undefined) {
  const script = published(db).configuration.scripts?.find((one) => one.id === id)
  if (!script) throw new JobError(`there is no script “${id}” in the configuration`)
  return script
}

/** What became of all of them, in a sentence. */
function told(db: Db, job: string): string {
  const rows = db
    .select({ outcome: jobLines.outcome, count: count() })
    .from(jobLines)
    .where(eq(jobLines.job, job))
    .groupBy(jobLines.outcome)
    .all()
  return (
    rows.map(({ outcome, count: many }) => `${many} ${outcome}`).join(', ') || 'no document is in the set'
  )
}
