import type { DocumentRecord } from '../../core/attribute'
import type { Transition } from '../../core/configuration'
import type { Ancestor, RegisterRow, Told, WayOn, Undecided } from '../../core/engine'

/** A document in a list, with the newest few rows of its register and the label that comes next. */
export interface ListedDocument {
  id: string
  number: string
  title: string | null
  classId: string
  lifecycle: string
  state: string
  folder: string
  revision: string | null
  version: number
  fileName: string
  changedAt: string
  checkedOutBy: string | null
  register: Pick<RegisterRow, 'label' | 'origin' | 'was'>[]
  next: string | null
}

/** A page of documents, and how many there are in all. */
export interface DocumentListing {
  total: number
  /** Whether there may be more than were counted. */
  isLeast: boolean
  /** Where the page ends, for the one after it; null where it is empty. */
  after: string | null
  rows: ListedDocument[]
}

/** What the finder finds by a piece of text. */
export interface Found {
  documents: Pick<ListedDocument, 'number' | 'title' | 'state' | 'revision'>[]
  people: { id: string; name: string; groups: string[] }[]
}

/** A document as the vault keeps it. */
export interface KeptDocument {
  id: string
  number: string
  title: string | null
  classId: string
  lifecycle: string
  state: string
  folder: string
  fileName: string
  record: DocumentRecord
  revision: string | null
  version: number
  checkedOutAt: string | null
  owner: string
  creator: string
  lastEditor: string
  createdAt: string
  changedAt: string
  stateSince: string
  /** Grows with every change of the document; sent with an act, so that nothing is overwritten unseen. */
  change: number
  intake: string | null
}

/** One checked-in content of a document's file. */
export interface Version {
  version: number
  fileName: string
  /** Null for somebody without the right to the history. */
  sha256: string | null
  size: number
  revision: string | null
  comment: string | null
  at: string
  personName: string
  /** How often the vault wrote into its file since it came in. */
  written?: number
  /** Whether a PDF was made of its sheet. */
  hasPdf?: boolean
}

/** How a document's file and its record stand to each other, where they do not simply agree. */
export interface FileFinding {
  /**
   * `conflict`: both sides changed · `refused`: what stands in the file is no value of the attribute · `misspelt`: the
   * file spells the place otherwise · `not-held`: the file cannot hold it · `unreadable`: it could not be read ·
   * `unread`: it waits to be read
   */
  kind: 'conflict' | 'refused' | 'misspelt' | 'not-held' | 'unreadable' | 'unread'
  attribute: string | null
  place: string
  message: string
  /** The name that the file has instead, of one that is misspelt. */
  has?: string
}

/** Another document at the end of a reference. */
export interface Referred {
  id: string
  number: string
  state: string
  folder: string
  lifecycle: string
}

/** Everything that a document's page shows. */
export interface DocumentPage {
  document: KeptDocument & { ownerName: string; creatorName: string; lastEditorName: string }
  /** Whether the person may see its history: without it there is no register, and the current version alone. */
  history: boolean
  checkedOutBy: { id: string; name: string } | null
  register: RegisterRow[]
  refersTo: Referred[]
  usedBy: Referred[]
  /** What it is a copy of, and what are copies of it, by an effect. */
  copyOf: Referred[]
  copiedTo: Referred[]
  /** Whether its record still has to be written into its file, and where the two do not agree. */
  file: { pending: boolean; findings: FileFinding[] }
  /** The job that has it at the moment, in words. */
  heldBy: string | null
  versions: Version[]
  next: string | null
  /** What it would do by itself if something moved it, and why it stays where it does not. */
  byItself: { moves: string[]; undecided: Undecided | null }
}

/** A transition from where a document stands, with what it would do or every reason against. */
export interface PossibleAct {
  transition: Transition
  decision: Told
  /** How far its round is, where it is fired by quorum. */
  round: OpenRound | null
}

/** A round of signatures: by seat who has signed, how many are needed, and since when it is open. */
export interface OpenRound {
  signed: number
  needed: number
  /** ISO time; null before the first signature. */
  since: string | null
  seats: {
    id: string
    name: string
    needed: number
    signed: { person: string; name: string; on: string; comment: string | null; active: boolean }[]
    /** Who could sign it now, by name. */
    could: string[]
  }[]
}

/** A document of the chain from a part to the top assembly, with what a new revision would do to it. */
export interface ChainLink extends Ancestor {
  decision: Told
  /** The transition that makes it; null where it is made in the state itself. */
  by: string | null
  title: string | null
  lifecycle: string
  state: string
  revision: string | null
  change: number
}

/** One document of the list of what could be adopted; those under `parent` are its references. */
export interface AdoptionRow {
  number: string
  title: string | null
  depth: number
  parent: string | null
  state: string
  lifecycle: string
  current: string | null
  /** The label in the record, and the attribute it was taken from. */
  recorded: string | null
  attribute: string | null
  /** The label it shall have in the end, and the one that is adopted for that now. */
  label: string | null
  adopt: string | null
  change: number
  decision: Told
  /** How it gets on to the target state with the wanted label, and the label to adopt for that. */
  ahead: (WayOn & { state: string; wanted: string }) | null
  target: string | null
}

/** A label as it is written somewhere, and how often. */
export interface LabelCount {
  label: string
  count: number
}

/** Labels taken from somewhere; `without` counts what has none. */
export interface LabelSource {
  labels: LabelCount[]
  without: number
  /** The labels of some documents in the order in which they had them, from their registers. */
  histories: string[][]
}
