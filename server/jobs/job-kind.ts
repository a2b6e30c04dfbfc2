import type { Job } from '../../shared/answers'
import type { Db } from '../database/connection'
import { FileStore } from '../files/store'

export type Ending = 'done' | 'stopped'

/** What a job works with. */
export interface JobContext {
  db: Db
  store: FileStore
  job: Job
  /** Says how far it is; answers whether to go on. */
  progress(done: number, total: number): boolean
}

/** What one kind of job is; it runs in a worker thread. */
export interface JobKindModule {
  /** What people call it. */
  name: string
  run: (context: JobContext) => Promise<Ending>
}
