import { and, asc, desc, eq, inArray, isNull, lte, or } from 'drizzle-orm'
import { clock, now } from '../clock'
import type { Db } from '../database/connection'
import { jobs } from '../database/schema'
import type { Lane, QueuedJob } from './job-kind'
import { jobKinds } from './kinds'
import { kindsIn } from './lanes'

/** How long a worker may say nothing, in milliseconds. */
const lease = 300_000
/** Between the tries of one job, in seconds. */
const pauses = [2, 30, 300, 1800, 7200]

const later = (milliseconds: number): string => new Date(clock.now().getTime() + milliseconds).toISOString()

/** Until when what is taken or goes on now is a worker’s. */
export const leaseFromNow = (): string => later(lease)

/** Takes the job of a lane whose turn it is: the highest priority, then the oldest. In one transaction. */
export function takeNext(db: Db, lane: Lane): QueuedJob | undefined {
  const due = or(isNull(jobs.nextAt), lte(jobs.nextAt, now()))
  const open = and(eq(jobs.status, 'queued'), inArray(jobs.kind, kindsIn(lane)), due)
  const job = db
    .select()
    .from(jobs)
    .where(open)
    .orderBy(desc(jobs.priority), asc(jobs.queuedAt))
    .limit(1)
    .get()
  if (!job) return undefined
  const taken = {
    ...{ status: 'running' as const, startedAt: now(), endedAt: null, message: null },
    ...{ attempts: job.attempts + 1, nextAt: null, leaseUntil: leaseFromNow() },
  }
  db.update(jobs).set(taken).where(eq(jobs.id, job.id)).run()
  return { ...job, ...taken }
}

/** A job that went wrong is tried again after a pause that grows, as often as its kind says; then it has failed. */
export function tryAgainOrFail(db: Db, job: QueuedJob, message: string, isFinal = false): void {
  const goesOn = !isFinal && job.attempts < jobKinds[job.kind].attempts && !job.stopAsked
  const pause = pauses[Math.min(job.attempts, pauses.length) - 1]!
  const ending = goesOn
    ? { status: 'queued' as const, nextAt: later(pause * 1000), message }
    : { status: 'failed' as const, endedAt: now(), message }
  db.update(jobs)
    .set({ ...ending, leaseUntil: null })
    .where(eq(jobs.id, job.id))
    .run()
}
