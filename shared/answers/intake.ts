import type {
  Conflict,
  PlannedDocument,
  PlannedFile,
  Prediction,
  Profile,
  Settlement,
} from '../../core/intake'
import type { Job } from './jobs'

export type IntakeStage = 'new' | 'read' | 'running' | 'done'
export type IntakeCounts = Partial<Record<'ready' | 'held' | 'done' | 'failed' | 'unfiled', number>>

export interface Intake {
  id: string
  name: string
  /** Below the archive share. */
  archive: string
  register: string | null
  profile: Profile
  settlements: Record<string, Settlement>
  problems: string[]
  stage: IntakeStage
  /** Why the plan could not be made; null where it could. */
  fault: string | null
  at: string
  personId: string
}

/** An intake with its counts: files by status and by kind of conflict, documents by status. */
export interface IntakePage {
  intake: Intake
  files: { status: string; conflict: string | null; count: number }[]
  documents: IntakeCounts
  /** What stands in the register without a file: how many numbers, and the first of them. */
  unfiled: { total: number; rows: { number: string; conflict: Conflict }[] }
  job: Job | null
}

/** A file of an intake with its document's plan and what came of it. */
export interface PlannedRow {
  file: {
    path: string
    number: string | null
    status: string
    conflict: string | null
    planned: PlannedFile | null
  }
  document: {
    plan: PlannedDocument
    status: string
    message: string | null
    result: Prediction | null
  } | null
}

/** An intake in the list of them. */
export interface ListedIntake {
  id: string
  name: string
  at: string
  stage: IntakeStage
  register: string | null
  files: number
  documents: IntakeCounts
  job: Job | null
}

/**
 * What patterns read out of an archive's names: how many each one takes, and the first few files with what
 * was read.
 */
export interface PatternTrial {
  faults: { pattern: number; position: number; message: string }[]
  counts: number[]
  unread: number
  samples: { path: string; pattern: number | null; reading: object }[]
}
