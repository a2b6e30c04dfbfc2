import type { Evidence } from './evidence/evidence'
import type { SourceKind } from './evidence'
import type { ConflictCode } from './conflicts'
import type { RevisionField } from './known'
import type { RegisterColumn } from './register-file'
import type { DocumentRecord } from '../attribute'
import type { RegisterRow } from '../engine'
import type { FileHistoryRow, FileKind, FilePlace } from '../formats'

/** How an archive is read: kept with the intake, and usable for the next one. */
export interface Profile {
  /** Name patterns, tried in order. */
  patterns: string[]
  /** The vault folder that the documents go to. */
  folder: string
  /** The kinds of sources, the one that is believed first first; without it, hand, name, register, then the file. */
  ranking?: SourceKind[]
  /** The class of all documents; without it, the class rules decide. */
  class?: string
  /** Conditions over the record, tried in order; the first that holds gives the target state. */
  states: { when: string; state: string }[]
  /** The target state where none holds. */
  otherwise: string
  /** Headings of the register that differ from the usual ones. */
  columns?: Partial<Record<RegisterColumn, string>>
  /** The attributes that receive what is read, besides the label. */
  attributes: { title?: string; status?: string; date?: string; author?: string }
}

/** What stands inside of a file, as far as an intake asks. */
export interface Inside {
  kind: FileKind
  places: Pick<FilePlace, 'place' | 'value'>[]
  /** Its revision table, the oldest row first. */
  history: FileHistoryRow[]
  references: { target: string }[]
  /** What is wrong inside: it holds nothing back, since the file comes in as it is. */
  problems: { code: string; message: string }[]
}

/** A file of the archive as it was found. */
export interface FoundFile {
  /** Below the archive's folder, with `/`. */
  path: string
  size: number
  sha256: string | null
  /** Nothing where it could not be read. */
  inside?: Inside
  /** The version of the readers that read it; a better one reads it again. */
  reader?: number
  problem: { code: 'unreadable' | 'empty-file' | 'changed'; message: string } | null
}

/**
 * What the administrator decided of a file (`path`), a register line (`line 88`), a row of a revision table
 * (`row 3 of path`), the lines of a number (`number BR-1`), an attribute that files fill (`attribute mass`), or of a
 * field or a kind of conflict for the whole intake (`all:title`).
 */
export interface Settlement {
  leaveOut?: boolean
  label?: string
  number?: string
  /** Which source is right where they disagree. */
  trust?: SourceKind
  /** What is right of the revision that a file holds; an empty text where nothing is. */
  values?: Partial<Record<RevisionField, string>>
  /** That the same content is right under another number or revision too. */
  sameContent?: boolean
  /** That references whose aim is nowhere are left out. */
  withoutMissing?: boolean
}

export interface Conflict {
  code: ConflictCode
  message: string
  /** What can be done, as settlements that would do it. */
  waysOut: { text: string; key: string; settlement: Settlement }[]
}

/** A file in the plan: what was read of it and where, and what became of it. */
export interface PlannedFile {
  path: string
  size: number
  sha256: string | null
  number: string | null
  /** The label as read. */
  raw: string | null
  /** The label in canonical form. */
  label: string | null
  /** Everything that is known of it, each with its source. */
  evidence: Evidence[]
  /** The row of the file's revision table that is of its own label, counted from 1. */
  row?: number
  /** What was found inside of it, while the plan is made. */
  inside?: Inside
  leftOut: boolean
  conflicts: Conflict[]
}

/** What the engine says will come of a document. */
export interface Prediction {
  state: string
  revision: string
  versions: number
  register: RegisterRow[]
  record: DocumentRecord
  /** The label that the next stepping transition would give; null where none leads on. */
  next: string | null
}

/** A document in the plan. It is brought in only if nothing stands against it. */
export interface PlannedDocument {
  number: string
  title: string | null
  classId: string | null
  lifecycle: string | null
  folder: string
  targetState: string | null
  /** The transition that takes the label over. */
  transition: string | null
  /** The record as it enters, before that transition. */
  record: DocumentRecord
  /** History from before the vault, in order, without the label that is taken over. */
  history: RegisterRow[]
  /** What the register says of the label that is taken over; null where it says nothing. */
  legacy: Pick<RegisterRow, 'date' | 'author' | 'text'> | null
  /** In revision order: versions 1, 2, 3… */
  files: { path: string; label: string; sha256: string; size: number }[]
  /** What its newest file refers to, and the documents that this is. */
  references: { target: string; number: string }[]
  prediction: Prediction | null
  conflicts: Conflict[]
  ready: boolean
}

export interface IntakePlan {
  documents: PlannedDocument[]
  files: PlannedFile[]
}
