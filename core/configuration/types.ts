import type { Principal, Right } from '../access'
import type { Attribute } from '../attribute'
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
