import { randomUUID } from 'node:crypto'
import { Worker } from 'node:worker_threads'
import { asc, eq, inArray } from 'drizzle-orm'
import type { Job } from '../../shared/answers'
import { now } from '../clock'
import { waiting, whenFree } from '../database/busy'
import type { Db, Tx } from '../database/connection'
import { jobs } from '../database/schema'
import { Refusal } from '../refusal'

/** What a job's thread is started with. */
export interface JobStart {
  dataFolder: string
  jobId: string
  /** How many acts of people wait for the database. */
  waiting: Int32Array
}

/** The most memory that one job may take, in megabytes: what needs more fails alone, and the server stays. */
const mostMemory = 4096

/**
 * The queue: one job at a time, oldest first, each in a worker thread. The queue is a table, so a job that
 * was under way when the server ended is taken up again at the next start.
 */
export class JobRunner {
  private working = false

  constructor(
    private readonly db: Db,
    private readonly dataFolder: string,
    private readonly workerFile: string,
  ) {}

  /** Whether a job is under way. */
  get isWorking(): boolean {
    return this.working
  }

  /** Takes up what a former server left behind. */
  async start(): Promise<void> {
    await whenFree(() => {
      this.db.update(jobs).set({ status: 'queued' }).where(eq(jobs.status, 'running')).run()
    })
    void this.work()
  }

  /** Queues a job in the caller's transaction; it begins once that has ended well. */
  enqueue(tx: Tx, job: Pick<Job, 'kind' | 'subject' | 'subjectName' | 'personId'>): Job {
    const row: Job = {
      ...job,
      id: randomUUID(),
      status: 'queued',
      stopAsked: false,
      done: 0,
      total: 0,
      message: null,
      queuedAt: now(),
      startedAt: null,
      endedAt: null,
    }
    tx.insert(jobs).values(row).run()
    setImmediate(() => void this.work())
    return row
  }

  /** Asks a job to stop at its next document or batch. @throws Refusal where it has ended already. */
  stop(id: string): void {
    const job = this.db.select().from(jobs).where(eq(jobs.id, id)).get()
    if (!job) throw new Refusal('not-found', `there is no job “${id}”`)
    if (job.status === 'queued') this.write(id, { status: 'stopped', endedAt: now() })
    else if (job.status === 'running') this.write(id, { stopAsked: true })
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

  private async work(): Promise<void> {
    if (this.working) return
    this.working = true
    try {
      for (let id = await whenFree(() => this.take()); id; id = await whenFree(() => this.take()))
        await this.run(id)
    } catch (error) {
      console.error(error)
    } finally {
      this.working = false
    }
  }

  /** Marks the oldest job as running. @returns its id, or undefined where none waits. */
  private take(): string | undefined {
    const job = this.db
      .select({ id: jobs.id })
      .from(jobs)
      .where(eq(jobs.status, 'queued'))
      .orderBy(asc(jobs.queuedAt))
      .limit(1)
      .get()
    if (job) this.write(job.id, { status: 'running', startedAt: now(), endedAt: null })
    return job?.id
  }

  private async run(jobId: string): Promise<void> {
    const workerData: JobStart = { dataFolder: this.dataFolder, jobId, waiting }
    const worker = new Worker(this.workerFile, {
      workerData,
      resourceLimits: { maxOldGenerationSizeMb: mostMemory },
    })
    let failure = 'the job ended without a word'
    worker.on('error', (error) => (failure = error.message))
    await new Promise((ended) => worker.once('exit', ended))
    await whenFree(() => {
      const left = this.db.select({ status: jobs.status }).from(jobs).where(eq(jobs.id, jobId)).get()
      if (left?.status === 'running')
        this.write(jobId, { status: 'failed', message: failure, endedAt: now() })
    })
  }

  private write(id: string, values: Partial<Job>): void {
    this.db.update(jobs).set(values).where(eq(jobs.id, id)).run()
  }
}
