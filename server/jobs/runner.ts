import { randomUUID } from 'node:crypto'
import { Worker } from 'node:worker_threads'
import { asc, eq, inArray } from 'drizzle-orm'
import type { Job } from '../../shared/answers'
import type { Db } from '../database/connection'
import { jobs } from '../database/schema'
import { Refusal } from '../refusal'

/**
 * The queue: one job at a time, oldest first, each in a worker thread. The queue is a table, so a job that
 * was under way
 * when the server ended is taken up again at the next start.
 */
export class JobRunner {
  private busy = false

  constructor(
    private readonly db: Db,
    private readonly dataFolder: string,
    private readonly workerFile: string,
  ) {}

  /** Takes up what a former server left behind. */
  start(): void {
    this.db.update(jobs).set({ status: 'queued' }).where(eq(jobs.status, 'running')).run()
    this.next()
  }

  enqueue(job: Pick<Job, 'kind' | 'subject' | 'subjectName' | 'personId'>): Job {
    const row: Job = {
      ...job,
      id: randomUUID(),
      status: 'queued',
      stopAsked: false,
      done: 0,
      total: 0,
      message: null,
      queuedAt: new Date().toISOString(),
      startedAt: null,
      endedAt: null,
    }
    this.db.insert(jobs).values(row).run()
    this.next()
    return row
  }

  /** Asks a job to stop at its next document or batch. @throws Refusal where it has ended already. */
  stop(id: string): void {
    const job = this.db.select().from(jobs).where(eq(jobs.id, id)).get()
    if (!job) throw new Refusal('not-found', `there is no job “${id}”`)
    if (job.status === 'queued')
      this.db
        .update(jobs)
        .set({ status: 'stopped', endedAt: new Date().toISOString() })
        .where(eq(jobs.id, id))
        .run()
    else if (job.status === 'running')
      this.db.update(jobs).set({ stopAsked: true }).where(eq(jobs.id, id)).run()
    else throw new Refusal('conflict', 'the job has ended already')
  }

  /** Whether a job of this subject is waiting or under way. */
  isBusy(subject: string): boolean {
    return this.db
      .select({ subject: jobs.subject })
      .from(jobs)
      .where(inArray(jobs.status, ['queued', 'running']))
      .all()
      .some((job) => job.subject === subject)
  }

  private next(): void {
    if (this.busy) return
    const job = this.db
      .select()
      .from(jobs)
      .where(eq(jobs.status, 'queued'))
      .orderBy(asc(jobs.queuedAt))
      .limit(1)
      .get()
    if (!job) return
    this.busy = true
    this.db
      .update(jobs)
      .set({ status: 'running', startedAt: new Date().toISOString(), endedAt: null })
      .where(eq(jobs.id, job.id))
      .run()
    const worker = new Worker(this.workerFile, { workerData: { dataFolder: this.dataFolder, jobId: job.id } })
    let failure = 'the job ended without a word'
    worker.on('error', (error) => (failure = error.message))
    worker.on('exit', () => {
      const left = this.db.select({ status: jobs.status }).from(jobs).where(eq(jobs.id, job.id)).get()
      if (left?.status === 'running')
        this.db
          .update(jobs)
          .set({ status: 'failed', message: failure, endedAt: new Date().toISOString() })
          .where(eq(jobs.id, job.id))
          .run()
      this.busy = false
      this.next()
    })
  }
}
