import { MessageChannel, type MessagePort, Worker } from 'node:worker_threads'
import { and, eq, inArray, lte } from 'drizzle-orm'
import { now } from '../clock'
import { waiting, whenFree } from '../database/busy'
import { atomically, type Db } from '../database/connection'
import { jobs } from '../database/schema'
import type { FileProcesses } from '../files/file-processes'
import { serveFiles } from '../files/file-port'
import { log } from '../log'
import type { Lane } from './job-kind'
import { jobKinds } from './kinds'
import { kindsIn, lanes } from './lanes'
import { queue } from './queue'
import { queueScheduled } from './schedules'
import { brokeOff, dueIn, lease, putBack } from './take'

/** What a lane’s thread is started with. */
export interface LaneStart {
  dataFolder: string
  lane: Lane
  /** How many acts of people wait for the database. */
  waiting: Int32Array
  /** The port for tasks on files. */
  files: MessagePort
}

/** The limit of a lane’s heap in megabytes. A job beyond it fails alone. */
const mostMemory: Record<Lane, number> = { long: 1280, short: 512 }
/** The limit of the server’s resident memory in bytes. Beyond it, lanes are ended, the long one first. */
const mostOfServer = 1.6 * 2 ** 30
/** How often schedules, pauses and leases are looked at, in milliseconds. */
const every = 1000

/**
 * Runs the queue. Each lane runs one job at a time, in a thread that ends when nothing is left. The queue is a table,
 * so the next start takes up what a kill interrupted. A job whose thread dies, or is silent for the length of its
 * lease, is tried again, each time later.
 */
export class JobRunner {
  private readonly threads = new Map<Lane, { worker: Worker; endedFor?: string }>()
  private timer: NodeJS.Timeout | undefined
  private hasStopped = false

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
    await whenFree(() =>
      atomically(this.db, (tx) => {
        const left = tx.select().from(jobs).where(eq(jobs.status, 'running')).all()
        for (const job of left) brokeOff(tx, job, 'the server ended while it was at work')
      }),
    )
    queue.on('queued', () => this.wake())
    this.timer = setInterval(() => void this.turn(), every).unref()
    this.wake()
  }

  /** Ends the lanes and puts their jobs back for the next start. */
  async stop(): Promise<void> {
    clearInterval(this.timer)
    this.hasStopped = true
    await Promise.all([...this.threads.values()].map(({ worker }) => worker.terminate()))
    for (const job of this.db.select().from(jobs).where(eq(jobs.status, 'running')).all())
      putBack(this.db, job)
  }

  private async turn(): Promise<void> {
    try {
      await whenFree(() => queueScheduled(this.db))
      this.takeFromTheDead()
      this.watchMemory()
    } catch (error) {
      log.fault('The queue could not be looked at', error)
    }
    this.wake()
  }

  /** Ends threads that have said nothing for too long; what they had is tried again. */
  private takeFromTheDead(): void {
    const lost = and(eq(jobs.status, 'running'), lte(jobs.leaseUntil, now()))
    for (const { kind } of this.db.select({ kind: jobs.kind }).from(jobs).where(lost).all())
      this.endLane(
        jobKinds[kind].lane,
        `nothing was heard of it for ${lease / 1000} seconds, and it was ended`,
      )
  }

  /** Watches resident memory, since the limits of heaps do not count buffers. */
  private watchMemory(): void {
    if (process.memoryUsage.rss() < mostOfServer) return
    const lane = lanes.find((one) => this.threads.get(one) && !this.threads.get(one)!.endedFor)
    if (lane) this.endLane(lane, 'the server’s memory ran low while it was at work, and it was ended')
  }

  private endLane(lane: Lane, why: string): void {
    const thread = this.threads.get(lane)
    if (!thread || thread.endedFor) return
    thread.endedFor = why
    void thread.worker.terminate()
  }

  /** Begins a thread for each lane in which something waits and none is at work. */
  private wake(): void {
    if (this.hasStopped) return
    for (const lane of lanes) if (!this.threads.has(lane) && this.waits(lane)) this.begin(lane)
  }

  private waits(lane: Lane): boolean {
    return this.db.select({ id: jobs.id }).from(jobs).where(dueIn(lane)).limit(1).get() !== undefined
  }

  private begin(lane: Lane): void {
    const { port1: ours, port2: files } = new MessageChannel()
    serveFiles(ours, this.files.forJobs())
    const workerData: LaneStart = { dataFolder: this.dataFolder, lane, waiting, files }
    const worker = new Worker(this.workerFile, {
      workerData,
      transferList: [files],
      resourceLimits: { maxOldGenerationSizeMb: mostMemory[lane] },
    })
    const thread = { worker } as { worker: Worker; endedFor?: string }
    this.threads.set(lane, thread)
    let failure = 'its thread ended without a word'
    worker.on('error', (error) => (failure = error.message))
    worker.once('exit', () => {
      ours.close()
      if (this.hasStopped) return
      whenFree(() => this.clearAfter(lane, thread.endedFor ?? failure))
        .catch((error: unknown) => log.fault('A lane could not be cleared after its end', error))
        .finally(() => {
          this.threads.delete(lane)
          this.wake()
        })
    })
  }

  /** What a thread that has ended left under way is tried again, or has failed. */
  private clearAfter(lane: Lane, failure: string): void {
    const left = and(eq(jobs.status, 'running'), inArray(jobs.kind, kindsIn(lane)))
    for (const job of this.db.select().from(jobs).where(left).all()) brokeOff(this.db, job, failure)
  }
}
