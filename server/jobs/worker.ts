import { join } from 'node:path'
import { parentPort, workerData } from 'node:worker_threads'
import { eq } from 'drizzle-orm'
import type { Job } from '../../shared/answers'
import { openDatabase } from '../database/connection'
import { jobs } from '../database/schema'
import { FileStore } from '../files/store'
import { jobKinds } from './kinds'

/** Between two writes of the progress, in milliseconds. */
const every = 200

/** One job in a thread of its own, with its own connection. It ends by writing the job's ending into its row. */
async function work({ dataFolder, jobId }: { dataFolder: string; jobId: string }): Promise<void> {
  const db = openDatabase(dataFolder, 'normal')
  const job = db.select().from(jobs).where(eq(jobs.id, jobId)).get()!
  const end = (values: Partial<Job>) =>
    db
      .update(jobs)
      .set({ ...values, endedAt: new Date().toISOString() })
      .where(eq(jobs.id, jobId))
      .run()
  let last: { done: number; total: number } | undefined
  let written = 0
  const stopAsked = db.$client.prepare('select stop_asked from jobs where id = ?').pluck()
  const progress = (done: number, total: number): boolean => {
    last = { done, total }
    if (Date.now() - written < every) return true
    written = Date.now()
    db.update(jobs).set(last).where(eq(jobs.id, jobId)).run()
    return !stopAsked.get(jobId)
  }
  const store = new FileStore(join(dataFolder, 'files'))
  try {
    const ending = await jobKinds[job.kind].run({ db, store, job, progress })
    end({ ...last, status: ending })
  } catch (error) {
    end({ ...last, status: 'failed', message: (error as Error).message })
  } finally {
    await store.close()
    db.$client.close()
  }
}

await work(workerData)
parentPort!.postMessage('ended')
