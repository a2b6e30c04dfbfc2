import { and, asc, eq, inArray, isNull, lte, or } from 'drizzle-orm'
import { clock, now } from '../clock'
import type { Db } from '../database/connection'
import { jobs } from '../database/schema'
import type { Lane, QueuedJob } from './job-kind'
import { jobKinds } from './kinds'
import { kindsIn } from './lanes'
import { turnOf } from './turn'

/** How long a worker may say nothing, in milliseconds: no lane stands for longer. */
export const lease = 60_000
/** Between the tries of one job, in seconds. */
const pauses = [2, 30, 300, 1800, 7200]

const later = (milliseconds: number): string => new Date(clock.now().getTime() + milliseconds).toISOString()

/** Until when what is taken or goes on now is a worker’s. */
export const leaseFromNow = (): string => later(lease)

/** Jobs of a lane that wait and are due. */
export const dueIn = (lane: Lane) =>
  and(
    eq(jobs.status, 'queued'),
    inArray(jobs.kind, kindsIn(lane)),
    or(isNull(jobs.nextAt), lte(jobs.nextAt, now())),
  )

/** Whether a job has come further than any try before it: what breaks off then has broken nothing by itself. */
const hasComeFurther = ({ done, reached }: QueuedJob): boolean => done > reached

/** Takes the job of a lane whose turn it is. In one transaction. */
export function takeNext(db: Db, lane: Lane): QueuedJob | undefined {
  const job = db
    .select()
    .from(jobs)
    .where(dueIn(lane))
    .orderBy(asc(jobs.turn), asc(jobs.queuedAt))
    .limit(1)
    .get()
  if (!job) return undefined
  const taken = {
    ...{ status: 'running' as const, startedAt: now(), endedAt: null, message: null },
    nextAt: null,
    leaseUntil: leaseFromNow(),
    attempts: hasComeFurther(job) ? 1 : job.attempts + 1,
    reached: Math.max(job.done, job.reached),
  }
  db.update(jobs).set(taken).where(eq(jobs.id, job.id)).run()
  return { ...job, ...taken }
}

/** A job that went wrong is tried again after a pause that grows, as often as its kind says; then it has failed. */
export const tryAgainOrFail = (db: Db, { id }: QueuedJob, message: string, isFinal = false): void =>
  end(db, id, message, isFinal)

/**
 * A job whose worker ended under it, or the server with it. What has come further goes on at once. What has not may
 * have broken it, and is tried again like what went wrong: never more often than its kind says, however often it is
 * killed.
 */
export const brokeOff = (db: Db, { id }: Pick<QueuedJob, 'id'>, message: string): void =>
  end(db, id, message, false, true)

function end(db: Db, id: string, message: string, isFinal: boolean, isBroken = false): void {
  const job = db.select().from(jobs).where(eq(jobs.id, id)).get()!
  const goesOn = isBroken && hasComeFurther(job)
  const isTriedAgain = goesOn || job.attempts < jobKinds[job.kind].attempts
  const pause = pauses[Math.min(job.attempts, pauses.length) - 1] ?? 0
  const ending =
    isFinal || job.stopAsked || !isTriedAgain
      ? { status: 'failed' as const, endedAt: now(), message }
      : {
          status: 'queued' as const,
          nextAt: goesOn ? null : later(pause * 1000),
          turn: turnOf(job.priority, goesOn ? 0 : job.attempts),
          message,
        }
  db.update(jobs)
    .set({ ...ending, leaseUntil: null })
    .where(eq(jobs.id, id))
    .run()
}

/** Puts a job back that the server is ending under: it has broken nothing, and goes on when there is one again. */
export const putBack = (db: Db, { id, attempts }: Pick<QueuedJob, 'id' | 'attempts'>): void =>
  void db
    .update(jobs)
    .set({ status: 'queued', leaseUntil: null, nextAt: null, attempts: Math.max(0, attempts - 1) })
    .where(eq(jobs.id, id))
    .run()
