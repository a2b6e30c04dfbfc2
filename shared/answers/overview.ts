import type { Finding } from '../../core/check'
import type { Job } from './jobs'

/** A task as it waits for whomever it is asked of. */
export interface WaitingTask {
  number: string
  title: string | null
  asks: string
  since: string
}

/** A round that nobody can complete: why, and where it is mended. */
export interface StuckRound {
  number: string
  transition: string
  since: string
  message: string
  wayOut: string
  folder: string
}

/** A task that is left for the administrator, with the act that does it. */
export interface Left {
  key: string
  words: string
  act: { words: string; to: string }
}

/** What waits for the administrator, and how long documents stand in each state. */
export interface Overview {
  documents: number
  checkedOut: number
  standing: { lifecycle: string; state: string; count: number; days: number; longest: number }[]
  published: { id: number; at: string; personName: string }
  draft: { number: number; edits: number; last: string | null }
  /** What nobody has waived; null while the draft is still being checked. */
  findings: Finding[] | null
  jobs: Job[]
  /** The newest that failed. */
  failed: Job[]
  /** Letters that did not go, and what the mail server said of the newest. */
  unsent: { count: number; problem: string | null }
  /** What has waited longest for somebody, and how much waits in all. */
  waiting: { count: number; isWhole: boolean; oldest: WaitingTask[] }
  /** Rounds that nobody could complete as they stand. */
  stuck: StuckRound[]
  intakes: { id: string; name: string; ready: number; held: number }[]
  left: Left[]
}
