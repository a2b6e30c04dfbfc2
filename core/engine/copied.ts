import type { DocumentRecord } from '../attribute'
import { canonicalNumber } from '../numbering'
import type { Command } from './commands'
import type { DocumentSnapshot, Written } from './document'
import { registered } from './relabel'

/** The document that is copied, as it stood when the effect was carried out. */
export interface CopySource {
  number: string
  state: string
  revision: string | null
  record: DocumentRecord
}

/**
 * The number of a document’s copy in a folder: its own, with the folder’s ending, the last part of its path. “BR-1001”
 * in “/Yard/Saw shop” is “BR-1001-SAW-SHOP”.
 */
export function copyNumber(number: string, folder: string): string {
  const last = folder.split('/').findLast((part) => part.trim() !== '') ?? 'copy'
  return canonicalNumber(`${number}-${last.trim().replace(/\s+/g, '-')}`)
}

/**
 * What filing a copy does to it, or to the copy that is there already: it gets the content as its next version, and
 * stands at the revision, in the state and with the record of what is copied (model, section 3).
 */
export function copied(copy: DocumentSnapshot, source: CopySource, today: string, by: string): Command[] {
  const { revision } = source
  const text = `Copy of ${source.number}`
  const isAnother = revision !== null && revision !== copy.revision
  const known = copy.register.findLast(({ label }) => label === revision)
  const isNew = revision !== null && !known
  const row = { label: revision ?? '', date: today, author: by, text, origin: 'adopted' as const }
  return [
    ...written(copy.record, source.record),
    ...(isAnother ? [{ kind: 'set-label' as const, before: copy.revision, after: revision }] : []),
    ...(source.state === copy.state
      ? []
      : [{ kind: 'set-state' as const, from: copy.state, to: source.state }]),
    ...(isNew
      ? registered(copy, row, 'incoming', text)
      : again(copy, revision, known?.version ?? null, text)),
  ]
}

/** A new content under a label that the copy has had: its row moves on to it. */
function again(
  copy: DocumentSnapshot,
  revision: string | null,
  from: number | null,
  comment: string,
): Command[] {
  const to = copy.version + 1
  return [
    { kind: 'add-version', version: to, revision, comment, content: 'incoming' },
    ...(revision === null || from === null
      ? []
      : [{ kind: 'move-register-row' as const, label: revision, from, to }]),
  ]
}

const written = (before: DocumentRecord, after: DocumentRecord): Command[] =>
  [...new Set([...Object.keys(before), ...Object.keys(after)])]
    .map((attribute): Written => ({
      attribute,
      before: before[attribute] ?? null,
      after: after[attribute] ?? null,
    }))
    .filter((entry) => entry.before !== entry.after)
    .map((entry) => ({ kind: 'write-attribute', ...entry }))
