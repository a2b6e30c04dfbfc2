export type JobKind = 'intake-read' | 'intake-plan' | 'intake-run'
export type JobStatus = 'queued' | 'running' | 'stopped' | 'done' | 'failed'

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
}
