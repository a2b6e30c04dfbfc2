import { and, desc, eq, gt, inArray, lt, notInArray, or, type SQL } from 'drizzle-orm'
import type { Job, JobStatus, ReadyKind } from '../../shared/answers'
import { record } from '../audit/trail'
import { atomically, type Db } from '../database/connection'
import { jobs } from '../database/schema'
import type { Account } from '../directory/people'
import { seenBy } from '../documents/rights'
import { type DocumentRow, documentRowById } from '../documents/rows'
import { enqueue } from './queue'
import { jobWords, subjectOf } from '../../shared/job-words'

/** What the queue tells of a job. */
export const jobColumns = {
  ...{ id: jobs.id, kind: jobs.kind, subject: jobs.subject, subjectName: jobs.subjectName },
  ...{
    personId: jobs.personId,
    status: jobs.status,
    stopAsked: jobs.stopAsked,
    done: jobs.done,
    total: jobs.total,
  },
  ...{ message: jobs.message, queuedAt: jobs.queuedAt, startedAt: jobs.startedAt, endedAt: jobs.endedAt },
  ...{ priority: jobs.priority, attempts: jobs.attempts, nextAt: jobs.nextAt },
}

interface JobsQuery {
  status?: JobStatus[]
  /** Those that were queued before this moment. */
  before?: string
  limit?: number
}

/** From so many files on, writing what acts have changed is worth telling of. */
const manyFiles = 20
/** What follows from every act in a moment is no work that anybody waits for, unless it fails or is much. */
const isTold = or(
  notInArray(jobs.kind, ['read-files', 'write-files']),
  eq(jobs.status, 'failed'),
  gt(jobs.total, manyFiles),
)

/** Jobs, the newest first; a document that somebody may not see has no number in them, nor what came of it. */
export function listJobs(db: Db, account: Account, { status, before, limit = 200 }: JobsQuery = {}): Job[] {
  const those: (SQL | undefined)[] = [
    isTold,
    status && inArray(jobs.status, status),
    before === undefined ? undefined : lt(jobs.queuedAt, before),
  ]
  return db
    .select({ ...jobColumns, document: jobs.document })
    .from(jobs)
    .where(and(...those))
    .orderBy(desc(jobs.queuedAt))
    .limit(limit)
    .all()
    .map(({ document, ...job }) => (isHidden(db, account, document) ? { ...job, ...nameless } : job))
}

/** What is told of a job on a document that is hidden. */
const nameless = { subject: '', subjectName: 'a document', message: null }

function isHidden(db: Db, account: Account, document: string | null): boolean {
  if (document === null) return false
  const row = documentRowById(db, document) as DocumentRow | undefined
  return !row || !seenBy(db, account)(row)
}

/** Queues one of the ready jobs now. If the same one waits already, no other is queued. @returns its id */
export function queueReady(
  db: Db,
  account: Account,
  kind: ReadyKind,
  input: { days?: number; numbers?: string[] },
): string {
  return atomically(db, (tx) => {
    const waiting = waitingFor(tx, kind, input)
    if (waiting) return waiting
    const asked = { kind, subject: kind, subjectName: subjectOf(kind), personId: account.id, input }
    const { id } = enqueue(tx, { ...asked, priority: 1 })
    record(tx, account, {
      code: 'queue-job',
      action: jobWords[kind].name.toLowerCase(),
      subject: { kind: 'vault', id: kind, name: 'the vault' },
      after: input,
    })
    return id
  })
}

/** Finds a job that waits to do the same. */
function waitingFor(tx: Db, kind: ReadyKind, input: object): string | undefined {
  const queued = tx
    .select({ id: jobs.id, input: jobs.input })
    .from(jobs)
    .where(and(eq(jobs.kind, kind), eq(jobs.status, 'queued')))
    .all()
  return queued.find((job) => JSON.stringify(job.input ?? {}) === JSON.stringify(input))?.id
}
