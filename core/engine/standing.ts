import type { Folder, Person, Reason } from '../access'
import type { Configuration, Lifecycle } from '../configuration'
import type { DocumentSnapshot, RegisterRow, Written } from './document'

/** A document, who acts on it, and everything the answer rests on. */
export interface Standing {
  configuration: Configuration
  folders: Folder[]
  document: DocumentSnapshot
  person: Person
  comment?: string
  /** ISO day. */
  today: string
}

/** What an act does, to be applied in one transaction. */
export interface Outcome {
  from: string
  to: string
  before: string | null
  after: string | null
  /** Added to the register where the label changes or is adopted. */
  register: RegisterRow | null
  /** The new version's number where one is made. */
  version: number | null
  written: Written[]
}

export type Decision = { ok: true; outcome: Outcome } | { ok: false; reasons: Reason[] }

/** Nobody may act on a document that is checked out, not even its holder. */
export function checkedIn({ document, person }: Pick<Standing, 'document' | 'person'>): Reason[] {
  if (!document.checkedOutBy) return []
  const own = document.checkedOutBy.id === person.id
  return [
    {
      rule: 'checked-out',
      message: `${document.number} is checked out by ${own ? 'you' : document.checkedOutBy.name}`,
      where: 'the document',
      wayOut: own ? 'check it in, or undo the check-out' : `ask ${document.checkedOutBy.name} to check it in`,
    },
  ]
}

/** An act that must be given a reason. */
export function commentGiven({ comment }: Pick<Standing, 'comment'>, act: string, where: string): Reason[] {
  return comment?.trim()
    ? []
    : [{ rule: 'comment', message: `${act} asks for a comment`, where, wayOut: 'write one' }]
}

/** The label as it goes into the record. */
export function writtenLabel(
  { revisionAttribute }: Lifecycle,
  document: DocumentSnapshot,
  after: string | null,
): Written[] {
  const before = revisionAttribute ? (document.record[revisionAttribute] ?? null) : null
  return revisionAttribute && before !== after ? [{ attribute: revisionAttribute, before, after }] : []
}

/** What a new label makes of a document that stays in its state: a version and a register row that stands for it. */
export function relabelled(
  { document, person, today, comment }: Standing,
  lifecycle: Lifecycle,
  after: string,
  origin: RegisterRow['origin'],
  text: string,
): Outcome {
  const version = document.version + 1
  return {
    from: document.state,
    to: document.state,
    before: document.revision,
    after,
    version,
    register: {
      label: after,
      date: today,
      author: person.name,
      text: comment?.trim() || text,
      version,
      origin,
    },
    written: writtenLabel(lifecycle, document, after),
  }
}
