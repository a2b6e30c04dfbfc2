import type { Db } from '../database/connection'
import type { jobs } from '../database/schema'
import type { FileStore } from '../files/store'

export type Job = typeof jobs.$inferSelect
export type Ending = 'done' | 'stopped'

/** What a task works with. */
export interface TaskContext {
  db: Db
  store: FileStore
  job: Job
  /** Says how far it is; answers whether to go on. */
  progress(done: number, total: number): boolean
}

export type Task = (context: TaskContext) => Promise<Ending>
