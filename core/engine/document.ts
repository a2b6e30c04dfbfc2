import type { DocumentRecord, Value } from '../attribute'
import type { Signature } from './round'

export type Origin = 'native' | 'legacy' | 'adopted'

/** One row of a revision register. */
export interface RegisterRow {
  label: string
  /** ISO day; empty where the legacy data has none. */
  date: string | null
  author: string | null
  text: string | null
  /** The version the label stands for; null for history whose file never came into the vault. */
  version: number | null
  origin: Origin
  /** The labels it had before they were corrected, oldest first. */
  was?: Correction[] | null
}

/** A label that was wrong: since when, by whom and why it is another. */
export interface Correction {
  label: string
  on: string
  by: string
  why: string
}

/** All that the engine needs to know of a document. */
export interface DocumentSnapshot {
  number: string
  lifecycle: string
  classId: string
  state: string
  folder: string
  fileName: string
  record: DocumentRecord
  revision: string | null
  register: RegisterRow[]
  /** The highest version number so far; 0 before the first. */
  version: number
  checkedOutBy: { id: string; name: string } | null
  /** Whom it belongs to: its creator, until it is handed on. */
  owner: string
  creator: string
  lastEditor: string
  /** The signatures of its open rounds, in the order in which they were given; none where nothing is said. */
  signatures?: Signature[]
  /** What it refers to, itself or through others, and where that stands. */
  references?: ReferredSnapshot[]
}

/** A document at the end of a reference; without its number for somebody who may not see it. */
export interface ReferredSnapshot {
  number: string | null
  state: string
  direct: boolean
}

export interface Written {
  attribute: string
  before: Value
  after: Value
}
