import { join } from 'node:path'
import { parentPort, workerData } from 'node:worker_threads'
import { eq } from 'drizzle-orm'
import { system } from '../../core/engine'
import type { Actor } from '../audit/trail'
import { now } from '../clock'
import { giveWay } from '../database/busy'
import { withScriptsHere } from '../scripts/needed'
import { atomically, type Db, openDatabase } from '../database/connection'
import { jobs } from '../database/schema'
import { account } from '../directory/people'
import { filesByPort } from '../files/file-port'
import type { DoFileTask, FileTask } from '../files/file-tasks'
import { faultOfStorage } from '../files/storage-fault'
import { FileStore } from '../files/store'
import { Refusal } from '../refusal'
import { ScriptThread } from '../scripts/thread'
import { waitForScripts } from '../scripts/wait'
import { JobError, type JobContext, type Lane, type QueuedJob } from './job-kind'
import { jobKinds } from './kinds'
import type { LaneStart } from './runner'
import { leaseFromNow, takeNext, tryAgainOrFail } from './take'

/** Between two writes of the progress, in milliseconds. */
const every = 200
/** Between two renewals of the lease while long work waits for something, in milliseconds. */
const renewal = 20_000

/** The jobs of one lane in a thread of its own, with its own connection, one after the other until none waits. */
async function work({ dataFolder, lane, waiting, files }: LaneStart): Promise<void> {
  const db = openDatabase(dataFolder, 'normal')
  const store = new FileStore(join(dataFolder, 'files'))
  const scripts = new ScriptThread(new URL('script-worker.mjs', import.meta.url))
  waitForScripts(scripts)
  const ask = filesByPort(files)
  const portion: JobContext['portion'] = (body) =>
    withScriptsHere(
      (question) => scripts.run(question),
      () => {
        giveWay(waiting)
        return atomically(db, body)
      },
    )
  try {
    for (;;) {
      const job = portion((tx) => takeNext(tx, lane))
      if (!job) return
      const doFile = renewing(ask, () => renew(db, job.id))
      await runOne({ db, store, dataFolder, job, portion, doFile, lane })
    }
  } finally {
    scripts.end()
    await store.close()
    files.close()
    db.$client.close()
  }
}

/** Runs one job, and writes its ending into its row. */
async function runOne(parts: Omit<JobContext, 'progress' | 'actor'> & { lane: Lane }): Promise<void> {
  const { db, job } = parts
  const { progress, last } = progressOf(db, job.id)
  const timer = parts.lane === 'long' ? setInterval(() => renew(db, job.id), renewal) : undefined
  try {
    const ending = await jobKinds[job.kind].run({ ...parts, progress, actor: actorOf(db, job) })
    const told =
      typeof ending === 'string'
        ? { status: ending, message: null }
        : { status: 'done' as const, message: ending.done }
    db.update(jobs)
      .set({ ...last(), ...told, endedAt: now(), leaseUntil: null })
      .where(eq(jobs.id, job.id))
      .run()
  } catch (error) {
    if (last()) db.update(jobs).set(last()!).where(eq(jobs.id, job.id)).run()
    const isFinal = error instanceof JobError || error instanceof Refusal || jobKinds[job.kind].givesUp
    tryAgainOrFail(db, job, faultOfStorage(error) ?? (error as Error).message, isFinal)
  } finally {
    clearInterval(timer)
  }
}

/** Renews the lease with each finished file. */
const renewing = (doFile: DoFileTask, renewLease: () => void) =>
  ((task: FileTask) => doFile(task as never).finally(renewLease)) as DoFileTask

const actorOf = (db: Db, { personId }: QueuedJob): Actor => {
  const person = personId ? account(db, personId) : undefined
  return person ? { id: person.id, name: person.name } : { id: null, name: system.name }
}

const renew = (db: Db, id: string) =>
  db.update(jobs).set({ leaseUntil: leaseFromNow() }).where(eq(jobs.id, id)).run()

function progressOf(db: Db, jobId: string) {
  let last: { done: number; total: number } | undefined
  let written = 0
  const stopAsked = db.$client.prepare('select stop_asked from jobs where id = ?').pluck()
  const progress = (done: number, total: number): boolean => {
    last = { done, total }
    if (Date.now() - written < every) return true
    written = Date.now()
    db.update(jobs)
      .set({ ...last, leaseUntil: leaseFromNow() })
      .where(eq(jobs.id, jobId))
      .run()
    return !stopAsked.get(jobId)
  }
  return { progress, last: () => last }
}

await work(workerData as LaneStart)
parentPort!.postMessage('ended')
