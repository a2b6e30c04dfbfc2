import type { Effect } from '../effect'
import type { Script } from '../script'
import type { RevisionScheme, RevisionStep } from '../revision'
import type { Phase } from './phases'
import type { Trigger } from './triggers'
import type { Principal, Right } from '../access'
import type { Attribute } from '../attribute'

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
  /** What effects may run. */
  scripts?: Script[]
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

export interface StateUse {
  state: string
  phase: Phase
  content: 'open' | 'closed'
  newRevision?: 'minor' | 'major'
  adoption?: boolean
  final?: boolean
  guidance?: string
  /** Nobody may newly refer to what stands here. */
  newReferences?: 'refused'
  grants: Record<Principal, Right[]>
}

export interface Transition {
  id: string
  name: string
  from: string[]
  to: string
  trigger: Trigger
  guard?: string
  firedBy?: Principal[]
  seats?: Seat[]
  notBy?: ('creator' | 'lastEditor')[]
  revision: RevisionStep
  effects: Effect[]
  notices?: Notice[]
  comment?: 'optional' | 'required'
  /** By quorum: after so many days signatures are late. */
  due?: number
  /** For the people who fire or sign it. */
  guidance?: string
  /** Whether the password is asked again. */
  password?: boolean
  references?: { states: string[]; depth: 'direct' | 'all' }
}

export interface Seat {
  id: string
  name: string
  members: Principal[]
  needed: number
}

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
  /** On its sheet, in this order; without them all attributes in the order of the configuration. */
  attributes?: string[]
  /** Headings on its sheet. */
  groups?: SheetGroup[]
}

/** A heading on the sheet of a class, and the attribute over which it stands. */
export interface SheetGroup {
  name: string
  from: string
}
