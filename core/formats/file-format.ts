import type { Source } from './source'

/** What a file can be. */
export type FileKind = 'dxf' | 'step' | 'svg' | 'pdf' | 'ooxml' | 'odf' | 'csv' | 'text' | 'image' | 'unknown'

/** A place in a file: `core:title`, `property:NAME`, `field:TAG`, `product:version`. */
export interface FilePlace {
  place: string
  value: string
  writable: boolean
}

/** A row of a revision table, the oldest first; a column that the table has not is empty. */
export interface FileHistoryRow {
  revision: string
  date: string
  by: string
  text: string
}

/** What is wrong with a file. */
export const problemCodes = [
  'damaged',
  'cut-off',
  'encrypted',
  'too-much',
  'not-read',
  'lying-ending',
  'empty',
  'no-such-place',
  'near-miss',
  'not-writable',
  'value-not-holdable',
] as const
export interface FileProblem {
  code: (typeof problemCodes)[number]
  message: string
}

export interface FileReading {
  kind: FileKind
  places: FilePlace[]
  history: FileHistoryRow[]
  /** External references, linked files, components of an assembly: each once. */
  references: { target: string }[]
  problems: FileProblem[]
}

/** What is known of a file within its format; the kind and the name are known to whoever asks. */
export type FileContents = Omit<FileReading, 'kind'>

/** A value to be written at a place. */
export interface Change {
  place: string
  value: string
}

export interface WrittenFile {
  /** The new content, in parts; none where a place cannot be written. */
  parts: Iterable<Uint8Array> | null
  written: { place: string; before: string; after: string }[]
  problems: FileProblem[]
}

/** What a file is known by. */
export interface Beginning {
  /** The first bytes, up to 4,096, and the same as characters of the same codes. */
  head: Uint8Array
  text: string
  /** In lower case, without its dot; it counts only where bytes say little. */
  ending: string
  source: Source
}

/** One format of files: how it is known, read and written. */
export interface FileFormat {
  /** For people: “a DXF drawing”. */
  words: string
  /** Endings in lower case, without their dot. */
  endings: readonly string[]
  isIt: (beginning: Beginning) => boolean
  read: (source: Source) => FileContents | Promise<FileContents>
  /** Writes values; a format without it comes in as it is. */
  write?: (source: Source, changes: readonly Change[]) => WrittenFile | Promise<WrittenFile>
}

/** Nothing known. */
export const noContents = (): FileContents => ({ places: [], history: [], references: [], problems: [] })
