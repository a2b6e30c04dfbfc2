import type { DocumentRecord } from '../../core/attribute'
import type { Effect } from '../../core/effect'

/** Kinds that the administrator may queue or schedule. */
export const readyKinds = ['verify', 'backup', 'restore', 'digest', 'remind', 'move'] as const
export type ReadyKind = (typeof readyKinds)[number]
/** Kinds that carry out an effect of a transition. */
export type EffectJobKind = Extract<Effect, { kind: 'copy' | 'render' | 'run' }>['kind']
export type JobKind =
  | 'intake-read'
  | 'intake-plan'
  | 'intake-run'
  | 'read-files'
  | 'write-files'
  | 'files'
  | ReadyKind
  | EffectJobKind
export type JobStatus = 'queued' | 'running' | 'stopped' | 'done' | 'failed'

/** What the file job does with each document of a set. */
export const fileTasks = ['write', 'draw', 'refresh', 'script'] as const
export type FileTaskName = (typeof fileTasks)[number]

/** A set of documents and what is done with their files. */
export interface FileWork {
  task: FileTaskName
  /** The set: a folder with all below it, an intake, or numbers; whatever is given must hold. */
  folder?: string
  intake?: string
  numbers?: string[]
  /** The script that says what is written at which place. */
  script?: string
}

/** What became of a document: its file was written, said it already, was held by somebody, or could not be written. */
export const jobOutcomes = ['written', 'as it was', 'held', 'not done'] as const
export type JobOutcome = (typeof jobOutcomes)[number]
export interface JobLine {
  number: string
  outcome: JobOutcome
  message: string | null
}

/** What a job works with besides its subject. */
export interface JobInput {
  /** Remind: so many days is too long. */
  days?: number
  /** Move: these documents alone, by their numbers. */
  numbers?: string[]
  /** Files: what is done with which. */
  files?: FileWork
  /** An effect: what it is, and the moment it belongs to. */
  effect?: Extract<Effect, { kind: EffectJobKind }>
  version?: number
  revision?: string | null
  state?: string
  transition?: { id: string; name: string; from: string; to: string }
  record?: DocumentRecord
  comment?: string
  personName?: string
}

/** Background work in the queue. */
export interface Job {
  id: string
  kind: JobKind
  subject: string
  subjectName: string
  personId: string
  status: JobStatus
  stopAsked: boolean
  done: number
  total: number
  message: string | null
  queuedAt: string
  startedAt: string | null
  endedAt: string | null
  priority: number
  attempts: number
  nextAt: string | null
}

/** What queues a job again and again. */
export interface Schedule {
  id: string
  kind: ReadyKind
  cron: string
  words: string
  days: number | null
  active: boolean
  personName: string
  at: string
  lastAt: string | null
  /** The next three times, in ISO time. */
  next: string[]
}

/** A schedule as it would be, while it is written. */
export interface ReadSchedule {
  cron: string
  words: string
  next: string[]
  /** The time zone in which its hours are meant. */
  zone: string
}
