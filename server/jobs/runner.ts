import { MessageChannel, type MessagePort, Worker } from 'node:worker_threads'
import { and, eq, inArray, isNull, lte, or } from 'drizzle-orm'
import { now } from '../clock'
import { waiting, whenFree } from '../database/busy'
import type { Db } from '../database/connection'
import { jobs } from '../database/schema'
import type { FileProcesses } from '../files/file-processes'
import { serveFiles } from '../files/file-port'
import type { Lane } from './job-kind'
import { kindsIn, lanes } from './lanes'
import { queue } from './queue'
import { queueScheduled } from './schedules'
import { tryAgainOrFail } from './take'

/** What a lane’s thread is started with. */
export interface LaneStart {
  dataFolder: string
  lane: Lane
  /** How many acts of people wait for the database. */
  waiting: Int32Array
  /** By which what is done with files goes to the processes that do it. */
  files: MessagePort
}

/** The most memory that one job may take, in megabytes: what needs more fails alone, and the server stays. */
const mostMemory = 4096
/** How often schedules, pauses and leases are looked at, in milliseconds. */
const every = 1000

/**
 * The queue at work: in each lane one job at a time, by priority and then the oldest first, in a thread that ends when
 * nothing is left. The queue is a table: a job that was under way when the server ended is taken up at the next start,
 * and one whose thread dies or says nothing for as long as its lease lasts is tried again.
 */
export class JobRunner {
  private readonly threads = new Map<Lane, Worker>()
  private timer: NodeJS.Timeout | undefined

  constructor(
    private readonly db: Db,
    private readonly dataFolder: string,
    private readonly workerFile: string,
    private readonly files: Pick<FileProcesses, 'forJobs'>,
  ) {}

  /** Whether long work is under way, which may be bringing contents in. What takes a moment announces its own. */
  get isBringingIn(): boolean {
    return this.threads.has('long')
  }

  /** Takes up what a former server left behind, and looks at the queue from then on. */
  async start(): Promise<void> {
    await whenFree(() => {
      const left = { status: 'queued' as const, leaseUntil: null }
      this.db.update(jobs).set(left).where(eq(jobs.status, 'running')).run()
    })
    queue.on('queued', () => this.wake())
    this.timer = setInterval(() => void this.turn(), every).unref()
    this.wake()
  }

  stop(): void {
    clearInterval(this.timer)
  }

  private async turn(): Promise<void> {
    try {
      await whenFree(() => queueScheduled(this.db))
      await this.takeFromTheDead()
    } catch (error) {
      console.error('The queue could not be looked at:', error)
    }
    this.wake()
  }

  /** Ends threads that have said nothing for too long; what they had is tried again. */
  private async takeFromTheDead(): Promise<void> {
    const lost = and(eq(jobs.status, 'running'), lte(jobs.leaseUntil, now()))
    for (const { kind } of this.db.select({ kind: jobs.kind }).from(jobs).where(lost).all())
      for (const lane of lanes) if (kindsIn(lane).includes(kind)) await this.threads.get(lane)?.terminate()
  }

  /** Begins a thread for each lane in which something waits and none is at work. */
  private wake(): void {
    for (const lane of lanes) if (!this.threads.has(lane) && this.waits(lane)) this.begin(lane)
  }

  private waits(lane: Lane): boolean {
    const due = or(isNull(jobs.nextAt), lte(jobs.nextAt, now()))
    const open = and(eq(jobs.status, 'queued'), inArray(jobs.kind, kindsIn(lane)), due)
    return this.db.select({ id: jobs.id }).from(jobs).where(open).limit(1).get() !== undefined
  }

  private begin(lane: Lane): void {
    const { port1: ours, port2: files } = new MessageChannel()
    serveFiles(ours, this.files.forJobs())
    const workerData: LaneStart = { dataFolder: this.dataFolder, lane, waiting, files }
    const worker = new Worker(this.workerFile, {
      workerData,
      transferList: [files],
      resourceLimits: { maxOldGenerationSizeMb: mostMemory },
    })
    this.threads.set(lane, worker)
    let failure = 'its thread ended without a word'
    worker.on('error', (error) => (failure = error.message))
    worker.once('exit', () => {
      whenFree(() => this.clearAfter(lane, failure))
        .catch((error: unknown) => console.error(error))
        .finally(() => {
          this.threads.delete(lane)
          this.wake()
        })
    })
  }

  /** What a thread that has ended left under way is tried again, or has failed. */
  private clearAfter(lane: Lane, failure: string): void {
    const left = and(eq(jobs.status, 'running'), inArray(jobs.kind, kindsIn(lane)))
    for (const job of this.db.select().from(jobs).where(left).all()) tryAgainOrFail(this.db, job, failure)
  }
}
