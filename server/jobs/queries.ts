import { desc } from 'drizzle-orm'
import type { Job } from '../../shared/answers'
import type { Db } from '../database/connection'
import { jobs } from '../database/schema'

/** The newest jobs, the newest first. */
export const listJobs = (db: Db): Job[] =>
  db.select().from(jobs).orderBy(desc(jobs.queuedAt)).limit(200).all()
