import { join } from 'node:path'
import { parentPort, workerData } from 'node:worker_threads'
import { eq } from 'drizzle-orm'
import type { Job } from '../../shared/answers'
import { now } from '../clock'
import { giveWay } from '../database/busy'
import { atomically, type Db, openDatabase } from '../database/connection'
import { jobs } from '../database/schema'
import { account, type Account } from '../directory/people'
import { faultOfStorage } from '../files/storage-fault'
import { FileStore } from '../files/store'
import type { JobContext } from './job-kind'
import { jobKinds } from './kinds'
import type { JobStart } from './runner'

/** Between two writes of the progress, in milliseconds. */
const every = 200

/** One job in a thread of its own, with its own connection. It ends by writing the job's ending into its row. */
async function work({ dataFolder, jobId, waiting }: JobStart): Promise<void> {
  const db = openDatabase(dataFolder, 'normal')
  const job = db.select().from(jobs).where(eq(jobs.id, jobId)).get()!
  const { progress, last } = progressOf(db, jobId)
  const end = (values: Partial<Job>) =>
    db
      .update(jobs)
      .set({ ...last(), ...values, endedAt: now() })
      .where(eq(jobs.id, jobId))
      .run()
  const store = new FileStore(join(dataFolder, 'files'))
  const portion: JobContext['portion'] = (body) => {
    giveWay(waiting)
    return atomically(db, body)
  }
  try {
    const person = asker(db, job)
    end({ status: await jobKinds[job.kind].run({ db, store, job, person, progress, portion }) })
  } catch (error) {
    end({ status: 'failed', message: faultOfStorage(error) ?? (error as Error).message })
  } finally {
    await store.close()
    db.$client.close()
  }
}

/** Who asked for a job. @throws Error where they have left meanwhile: nobody acts in their name any more. */
function asker(db: Db, { personId, subjectName }: Job): Account {
  const person = account(db, personId)
  if (person?.active && person.administrator) return person
  throw new Error(
    `${person?.name ?? personId}, who asked for this, is no administrator any more: another one can carry on with ${subjectName}`,
  )
}

function progressOf(db: Db, jobId: string) {
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
  return { progress, last: () => last }
}

await work(workerData as JobStart)
parentPort!.postMessage('ended')
