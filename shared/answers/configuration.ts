import type { Directory, Folder } from '../../core/access'
import type { Configuration, Difference, Edit } from '../../core/configuration'

/** The configuration in force. */
export interface Published {
  id: number
  at: string
  personName: string
  configuration: Configuration
}

export interface DraftView {
  /** The number that the next published configuration will have. */
  number: number
  /** To be sent with the next change: a change made on an older state of the draft is refused. */
  change: number
  cursor: number
  edits: { edit: Edit; words: string; at: string; personName: string }[]
}

/** What every page needs: names and rules, and for administrators the draft and the people that findings are about. */
export interface ConfigurationAnswer {
  published: Published
  draft: DraftView | null
  /** Every folder with its rules, for administrators; nothing for others. */
  folders: Folder[]
  /** The folders in or below which the caller may see something. */
  seenFolders: string[]
  directory: Directory | null
}

/** Where the documents go that stand in a state which the draft removes. */
export interface Move {
  lifecycle: string
  state: string
  to: string
}

/** Documents that stand in a state which a configuration no longer has. */
export interface Stranded {
  lifecycle: string
  lifecycleName: string
  state: string
  stateName: string
  count: number
  targets: string[]
  /** Those among them that somebody has checked out, the first few named, as far as the asker may see them. */
  checkedOut: { count: number; named: { number: string; by: string }[] }
}

/** A configuration that was in force once, without what is in it. */
export interface EarlierConfiguration {
  id: number
  at: string
  personName: string
  comment: string | null
}

/** What is different between two configurations, in words, and the two themselves. */
export interface Comparison {
  differences: Difference[]
  before: Configuration
  after: Configuration
}

/** Why a finding may stand, by its key. */
export interface Waiver {
  key: string
  reason: string
  at: string
  personName: string
}

/** How many documents a guard holds for now, and a few for which it does and does not. */
export interface GuardReach {
  holds: number
  asked: number
  meeting: string[]
  missing: string[]
}
export type GuardAnswer = GuardReach | { fault: { message: string; position: number } }

/** A label and how many documents carry it now, or have it in their register. */
export interface LabelUse {
  label: string
  current: number
  registered: number
}

/** The lifecycles that a scheme labels, and the labels of their documents. */
export interface SchemeUse {
  lifecycles: string[]
  /** Each with a document that has it, where whoever asks may see one. */
  labels: (LabelUse & { example: string | null })[]
}

/** The documents that would move by themselves once the draft is in force, and would not now. */
export interface WouldMove {
  numbers: string[]
  count: number
  looked: number
  /** Whether all of them were looked at. */
  isWhole: boolean
}
