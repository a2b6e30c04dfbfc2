import { randomUUID } from 'node:crypto'
import { EventEmitter } from 'node:events'
import { and, eq, inArray } from 'drizzle-orm'
import type { Job } from '../../shared/answers'
import { jobWords } from '../../shared/job-words'
import { now } from '../clock'
import type { Db, Tx } from '../database/connection'
import { jobs } from '../database/schema'
import { Refusal } from '../refusal'
import type { QueuedJob } from './job-kind'
import { turnOf } from './turn'

/** Says “queued” once a job may have been put into the queue. */
export const queue = new EventEmitter()

type Asked = Pick<Job, 'kind' | 'subject' | 'subjectName' | 'personId'> &
  Partial<Pick<QueuedJob, 'priority' | 'document' | 'input'>> & { schedule?: string }

/** Queues a job in the caller’s transaction; it begins once that has ended well. */
export function enqueue(tx: Tx, asked: Asked): QueuedJob {
  const row = {
    ...{ priority: 0, document: null, input: null, ...asked },
    ...{ id: randomUUID(), status: 'queued' as const, stopAsked: false, done: 0, total: 0, message: null },
    queuedAt: now(),
    startedAt: null,
    endedAt: null,
    attempts: 0,
    reached: 0,
    nextAt: null,
    turn: turnOf(asked.priority ?? 0),
  }
  tx.insert(jobs).values(row).run()
  setImmediate(() => queue.emit('queued'))
  return row
}

/** Queues a job that finds its work by itself, unless one waits already. */
export function queueOnce(tx: Tx, asked: Pick<Asked, 'kind' | 'subject' | 'subjectName'>): void {
  const ofKind = (status: Job['status']) => and(eq(jobs.kind, asked.kind), eq(jobs.status, status))
  if (tx.select({ id: jobs.id }).from(jobs).where(ofKind('queued')).limit(1).get()) return
  // Finished jobs of this kind tell nobody anything.
  tx.delete(jobs).where(ofKind('done')).run()
  // Effects come first; a download writes its file by itself.
  enqueue(tx, { ...asked, personId: '', priority: 1 })
}

/** Whether a job of this subject is waiting or under way. */
export function isBusy(db: Db, subject: string): boolean {
  const open = and(eq(jobs.subject, subject), inArray(jobs.status, ['queued', 'running']))
  return db.select({ id: jobs.id }).from(jobs).where(open).limit(1).get() !== undefined
}

const jobRow = (db: Db, id: string) => {
  const job = db.select().from(jobs).where(eq(jobs.id, id)).get()
  if (!job) throw new Refusal('not-found', `there is no job “${id}”`)
  return job
}

/** Asks a job to stop at its next document or batch. @throws Refusal where it has ended already. */
export function stopJob(db: Db, id: string): void {
  const { status } = jobRow(db, id)
  const set = (values: Partial<Job>) => db.update(jobs).set(values).where(eq(jobs.id, id)).run()
  if (status === 'queued') set({ status: 'stopped', endedAt: now(), nextAt: null })
  else if (status === 'running') set({ stopAsked: true })
  else throw new Refusal('conflict', 'the job has ended already')
}

/** Puts a job that failed or was stopped into the queue again. @throws Refusal where it is none. */
export function queueAgain(db: Db, id: string): void {
  const { status, kind } = jobRow(db, id)
  if (kind.startsWith('intake-'))
    throw new Refusal(
      'conflict',
      'an intake is taken up again on its own page, where what is left of it stands',
    )
  if (status !== 'failed' && status !== 'stopped')
    throw new Refusal(
      'conflict',
      'the job has neither failed nor been stopped: there is nothing to begin again',
    )
  const anew = {
    status: 'queued' as const,
    stopAsked: false,
    attempts: 0,
    reached: 0,
    turn: turnOf(0),
    nextAt: null,
    endedAt: null,
    message: null,
  }
  db.update(jobs).set(anew).where(eq(jobs.id, id)).run()
  setImmediate(() => queue.emit('queued'))
}

/** By which job a document is held, in words. */
export function heldBy(tx: Tx, document: string): string | undefined {
  const open = and(eq(jobs.document, document), eq(jobs.status, 'running'))
  const job = tx.select().from(jobs).where(open).limit(1).get()
  return job && `${jobWords[job.kind].name.toLowerCase()}, ${job.done} of ${job.total || 1}`
}
