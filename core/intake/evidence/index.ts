import type { Evidence, EvidenceField, EvidenceSource, Subject } from './evidence'
import { file, metadata } from './file'
import { hand } from './hand'
import { name } from './name'
import { register } from './register'
import { table } from './table'

/** Every kind of source, the one that is believed first by default first. */
export const evidenceSources = { hand, name, register, file, table, metadata } satisfies Record<
  string,
  EvidenceSource
>

export type SourceKind = keyof typeof evidenceSources
export const sourceKinds = Object.keys(evidenceSources) as SourceKind[]

/** The version of all readers together: a file that was read by an older one is read again. */
export const readerVersion = Object.values(evidenceSources).reduce((sum, { version }) => sum + version, 0)

/** Everything that is known of a file, each with its source. */
export const gather = (subject: Subject): Evidence[] =>
  Object.values(evidenceSources).flatMap((source) => source.read(subject))

/** What a source says is only a hint. */
export const isHint = ({ kind }: Evidence['source']): boolean =>
  (evidenceSources[kind as SourceKind] as EvidenceSource | undefined)?.isHint ?? false

/** A source for people. */
export function sourceInWords({ kind, at }: Evidence['source']): string {
  const source: EvidenceSource | undefined = evidenceSources[kind as SourceKind]
  return source ? source.words(at) : kind
}

/** What is said of one field, the source that is ranked first first; sources that are not ranked come last. */
export function ranked(evidence: Evidence[], field: EvidenceField, ranking: readonly string[]): Evidence[] {
  const place = ({ source }: Evidence) => {
    const at = ranking.indexOf(source.kind)
    return at < 0 ? ranking.length : at
  }
  return evidence.filter((entry) => entry.field === field).sort((a, b) => place(a) - place(b))
}
