import type { FileHistoryRow, FilePlace } from '../../formats'

/** What evidence can be about. */
export const evidenceFields = ['number', 'revision', 'title', 'status', 'date', 'author', 'text'] as const
export type EvidenceField = (typeof evidenceFields)[number]

/** One thing that one source says of a file. */
export interface Evidence {
  field: EvidenceField
  value: string
  /** Which kind of source says so, and where in it: a line of the register, nothing for the name. */
  source: { kind: string; at: string }
}

/** What there is to be read of a file. */
export interface Subject {
  /** Below the archive's folder, with `/`. */
  path: string
  /** What the name patterns read out of the path; undefined where none fits. */
  name: Partial<Record<string, string>> | undefined
  /** The register's lines of the file's number, in their order. */
  lines: ({ line: number } & Partial<Record<EvidenceField, string | null>>)[]
  /** What stands inside of the file, place by place. */
  places?: Pick<FilePlace, 'place' | 'value'>[]
  /** The revision table inside of it, the oldest row first. */
  table?: FileHistoryRow[]
  /** What the administrator set by hand. */
  set: Partial<Record<EvidenceField, string>>
}

/** One kind of source. */
export interface EvidenceSource {
  /** Grows when the reader of this source reads more or better; files that were read by an older one are read again. */
  version: number
  /** For people: “name”, “register, line 12”. */
  words: (at: string) => string
  /** Believed where nothing else says anything, and never a reason to doubt what another source says. */
  isHint?: boolean
  read: (subject: Subject) => Evidence[]
}
