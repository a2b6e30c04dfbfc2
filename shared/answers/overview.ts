import type { Finding } from '../../core/check'
import type { Job } from './jobs'

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
  intakes: { id: string; name: string; ready: number; held: number }[]
}
