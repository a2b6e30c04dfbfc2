import type { Job } from '../../shared/answers'
import type { Db, Tx } from '../database/connection'
import type { Account } from '../directory/people'
import { FileStore } from '../files/store'

export type Ending = 'done' | 'stopped'

/** What a job works with. */
export interface JobContext {
  db: Db
  store: FileStore
  job: Job
  /** Who asked for it: what it does is done in their name. */
  person: Account
  /** Says how far it is; answers whether to go on. */
  progress(done: number, total: number): boolean
  /** Writes a part of the work in one transaction, after letting acts of people go first. Keep it short. */
  portion<T>(body: (tx: Tx) => T): T
}

/** What one kind of job is; it runs in a worker thread. */
export interface JobKindModule {
  /** What people call it. */
  name: string
  run: (context: JobContext) => Promise<Ending>
}
