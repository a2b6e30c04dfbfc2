import type { Lifecycle } from '../configuration'
import type { Command } from './commands'
import type { DocumentSnapshot, RegisterRow } from './document'
import type { Standing } from './standing'

/** The label as it goes into the record, where the lifecycle keeps it there and it is another. */
export function writtenLabel(
  { revisionAttribute }: Lifecycle,
  document: DocumentSnapshot,
  after: string | null,
): Extract<Command, { kind: 'write-attribute' }>[] {
  const before = revisionAttribute ? (document.record[revisionAttribute] ?? null) : null
  if (!revisionAttribute || before === after) return []
  return [{ kind: 'write-attribute', attribute: revisionAttribute, before, after }]
}

/** A version for a new label, and the register row that stands for it. */
export function registered(
  document: DocumentSnapshot,
  row: Omit<RegisterRow, 'version'>,
  content: 'current' | 'incoming' = 'current',
  comment = row.text,
): Command[] {
  const version = document.version + 1
  return [
    { kind: 'add-register-row', row: { ...row, version } },
    { kind: 'add-version', version, revision: row.label, comment, content },
  ]
}

/** What a new label makes of a document that stays in its state. */
export function relabelled(
  { document, person, today, comment }: Standing,
  lifecycle: Lifecycle,
  label: string,
  origin: RegisterRow['origin'],
  words: string,
): Command[] {
  const text = comment?.trim() || words
  return [
    { kind: 'set-label', before: document.revision, after: label },
    ...writtenLabel(lifecycle, document, label),
    ...registered(document, { label, date: today, author: person.name, text, origin }),
  ]
}

/** A new content under the label there is: a version, and the label's row moves on to it. */
export function renewed(
  document: DocumentSnapshot,
  content: 'incoming' | number,
  comment: string | null,
): Command[] {
  const { version: from, revision } = document
  const to = from + 1
  return [
    { kind: 'add-version', version: to, revision, comment, content },
    ...(revision === null ? [] : [{ kind: 'move-register-row' as const, label: revision, from, to }]),
  ]
}
