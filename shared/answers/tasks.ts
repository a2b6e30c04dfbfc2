import type { Progress } from '../../core/engine'

/** What can wait for somebody: a signature, a document that was returned, one that is checked out. */
export type TaskKind = 'sign' | 'returned' | 'check-out'

/** A way to decide a task, and what it would do. */
export interface TaskOutcome {
  /** A transition, or the act that gives a check-out back. */
  id: string
  name: string
  comment: 'optional' | 'required'
  password: boolean
  /** What it would do here and now, in words. */
  does: string
}

/** What waits for the person who asks. */
export interface Task {
  id: string
  kind: TaskKind
  number: string
  title: string | null
  change: number
  lifecycle: string
  state: string
  revision: string | null
  folder: string
  /** What is asked, in words. */
  asks: string
  /** How far the round is, where it is one. */
  progress: Progress | null
  since: string
  due: string | null
  claimedBy: { id: string; name: string } | null
  deferredUntil: string | null
  outcomes: TaskOutcome[]
}

/** A page of tasks, the oldest first, and where the next one begins. */
export interface TaskPage {
  tasks: Task[]
  next: string | null
}

/** What came of deciding one of several. */
export interface TaskDecided {
  id: string
  number: string
  ok: boolean
  message: string
}
