import type { Attribute, DocumentRecord, Value } from '../condition'
import type { RevisionScheme, Step } from '../revision'

/** The configuration of a vault, as it is published, exported and checked. */
export interface Configuration {
  format: 'ilmenite-configuration/1'
  attributes: Attribute[]
  schemes: RevisionScheme[]
  /** The state catalogue, shared by all lifecycles. */
  states: State[]
  roles: Named[]
  groups: Named[]
  lifecycles: Lifecycle[]
  classes: DocumentClass[]
}

export interface Named {
  id: string
  name: string
}
export interface State {
  id: string
  name: string
  description?: string
}

export interface Lifecycle {
  id: string
  name: string
  scheme: string
  /** The attribute that carries the label in the record. */
  revisionAttribute?: string
  entry: string
  /** In order of maturity. */
  states: StateUse[]
  transitions: Transition[]
}

export const phases = ['working', 'review', 'issued', 'retired'] as const
export type Phase = (typeof phases)[number]

/** `role:checker`, `group:release-board`, `person:42`, `anyone`. */
export type Principal = string

export const rights = ['see', 'history', 'open', 'edit', 'adopt', 'rollback', 'move', 'delete'] as const
export type Right = (typeof rights)[number]

export interface StateUse {
  state: string
  phase: Phase
  content: 'open' | 'closed'
  newRevision?: 'minor' | 'major'
  adoption?: boolean
  final?: boolean
  guidance?: string
  grants: Record<Principal, Right[]>
}

/** What a transition does to the revision: a step of the scheme, or `adopt:ATTRIBUTE`. */
export type RevisionStep = Step | `adopt:${string}`

export interface Transition {
  id: string
  name: string
  from: string[]
  to: string
  trigger: 'hand' | 'unattended' | 'quorum'
  guard?: string
  firedBy?: Principal[]
  seats?: Seat[]
  notBy?: ('creator' | 'lastEditor')[]
  revision: RevisionStep
  effects: Effect[]
  notices?: Notice[]
  comment?: 'optional' | 'required'
  references?: { states: string[]; depth: 'direct' | 'all' }
}

export interface Seat {
  id: string
  name: string
  members: Principal[]
  needed: number
}

export type Effect =
  | { kind: 'write'; attribute: string; value: string }
  | {
      kind: 'sign'
      attribute: string
      seat: string
      signer: number | 'last'
      part: 'name' | 'initials' | 'date'
    }
  | { kind: 'copy'; folder: string }
  | { kind: 'render'; format: 'pdf' }
  | { kind: 'run'; job: string }

export interface Notice {
  to: string[]
  subject: string
  body: string
}

export interface DocumentClass {
  id: string
  name: string
  rule: string
  lifecycle: string
  numbering?: string
  attributes?: string[]
}

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
  creator: string
  lastEditor: string
  /** What it refers to, itself or through others, and where that stands. */
  references?: { number: string; state: string; direct: boolean }[]
}

export interface Person {
  id: string
  name: string
  groups: string[]
}

export interface Written {
  attribute: string
  before: Value
  after: Value
}
