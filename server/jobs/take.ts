import { and, asc, eq, inArray, isNull, lte, or } from 'drizzle-orm'
import { clock, now } from '../clock'
import type { Db } from '../database/connection'
import { jobs } from '../database/schema'
import type { Lane, QueuedJob } from './job-kind'
import { jobKinds } from './kinds'
import { kindsIn } from './lanes'
import { turnOf } from './turn'

/** How long a worker may be silent, in milliseconds. No lane stands still for longer. */
export const lease = 60_000
/** Between the tries of one job, in seconds. */
const pauses = [2, 30, 300, 1800, 7200]

const later = (milliseconds: number): string => new Date(clock.now().getTime() + milliseconds).toISOString()

/** Until when what is taken or goes on now is a worker’s. */
export const leaseFromNow = (): string => later(lease)

/** A condition: the job waits in this lane and is due. */
export const dueIn = (lane: Lane) =>
  and(
    eq(jobs.status, 'queued'),
    inArray(jobs.kind, kindsIn(lane)),
    or(isNull(jobs.nextAt), lte(jobs.nextAt, now())),
  )

/** Whether the current try got further than all before. Then the interruption is not the job’s fault. */
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
 * Handles a job whose thread or server died. With progress, it goes on at once. Without, it may be the cause, so it
 * counts as a failed try, and its kind limits those.
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

/** Puts a job back when the server stops in order. The try does not count. */
export const putBack = (db: Db, { id, attempts }: Pick<QueuedJob, 'id' | 'attempts'>): void =>
  void db
    .update(jobs)
    .set({ status: 'queued', leaseUntil: null, nextAt: null, attempts: Math.max(0, attempts - 1) })
    .where(eq(jobs.id, id))
    .run()
