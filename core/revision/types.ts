/** Shapes of a revision scheme, as they stand in files and in the database. */

export interface RevisionScheme {
  id: string
  name: string
  /** In order; a document moves forward through them, never back. */
  series: Series[]
  /** Legacy spelling → label, e.g. `{ "NC": "A" }`; tried before anything else. */
  spellings?: Record<string, string>
}

export interface Series {
  id: string
  prefix?: string
  major: Counter
  /** Stands between major and minor. */
  separator?: string
  minor?: Counter
  /** `always`: A.1 A.2 B.1; `after`: A A-01 A-02 B; `before`: P01.01 P01.02 P01 P02.01. Without it: `after`. */
  minorPlace?: MinorPlace
}

export type MinorPlace = 'always' | 'after' | 'before'

export type Counter =
  | { kind: 'letters'; from?: string; to?: string; skip?: string }
  | { kind: 'digits'; from?: number; to?: number; width?: number }
  | { kind: 'list'; values: string[] }

/** Where a label stands: the series' index, then the ordinals of its major and its minor, all from 0. */
export interface Position {
  series: number
  major: number
  /** null where the label carries no minor. */
  minor: number | null
}

/** What a transition does to a revision within its scheme. */
export type Step = 'keep' | 'minor' | 'major' | 'settle' | 'series' | `series:${string}`

export type RefusalReason = 'unknown' | 'skipped-letter' | 'out-of-range' | 'ambiguous'

export type Reading =
  | { ok: true; exact: boolean; canonical: string; position: Position }
  | { ok: false; reason: RefusalReason; nearest: string[] }

export type RevisionErrorCode =
  'exhausted' | 'no-minor' | 'series-backwards' | 'series-unknown' | 'step-unknown' | 'label-refused'

/** A step that the scheme does not allow; nothing has changed when it is thrown. */
export class RevisionError extends Error {
  constructor(
    readonly code: RevisionErrorCode,
    message: string,
    readonly label?: string,
  ) {
    super(message)
    this.name = 'RevisionError'
  }
}
