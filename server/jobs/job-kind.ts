import type { Job, JobInput } from '../../shared/answers'
import type { Db, Tx } from '../database/connection'
import { account, type Account } from '../directory/people'
import type { Actor } from '../audit/trail'
import type { DoFileTask } from '../files/file-tasks'
import { FileStore } from '../files/store'

/** How a job ended; with a sentence of what came of it. */
export type Ending = 'done' | 'stopped' | { done: string }

/** Long work has a lane of its own, so that what takes a moment need not wait for it. */
export type Lane = 'long' | 'short'

/** A job with all that stands in the queue of it. */
export interface QueuedJob extends Job {
  document: string | null
  input: JobInput | null
  /** The furthest that an earlier try came. */
  reached: number
}

/** What a job works with. */
export interface JobContext {
  db: Db
  store: FileStore
  dataFolder: string
  job: QueuedJob
  /** In whose name it acts: whoever asked for it, or the system. */
  actor: Actor
  /** Runs tasks on files from outside in processes that a bad file may break. */
  doFile: DoFileTask
  /** Says how far it is; answers whether to go on. */
  progress(done: number, total: number): boolean
  /** Writes a part of the work in one transaction, after letting acts of people go first. Keep it short. */
  portion<T>(body: (tx: Tx) => T): T
}

/** What one kind of job is; it runs in a worker thread. */
export interface JobKindModule {
  lane: Lane
  /** The most tries without progress, kills included. */
  attempts: number
  /** Whether its own error ends it at once, because a person takes it up again. */
  givesUp?: true
  run: (context: JobContext) => Promise<Ending>
}

/** A failure that trying again does not mend. */
export class JobError extends Error {
  constructor(message: string, options?: ErrorOptions) {
    super(message, options)
    this.name = 'JobError'
  }
}

/**
 * Who asked for a job that an administrator alone may have done. @throws JobError where they have left meanwhile:
 * nobody acts in their name any more.
 */
export function asker({ db, job: { personId, subjectName } }: JobContext): Account {
  const person = account(db, personId)
  if (person?.active && person.administrator) return person
  throw new JobError(
    `${person?.name ?? personId}, who asked for this, is no administrator any more: another one can carry on with ${subjectName}`,
  )
}
