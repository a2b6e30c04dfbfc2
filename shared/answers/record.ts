import type { FileReading } from '../../core/formats'
import type { FileFinding } from './documents'

/** Everything inside of a file, and its sheet where one can be drawn. */
export interface Probe {
  fileName: string
  reading: FileReading
  /** SVG in which the texts of places say which they are; null for kinds without a sheet. */
  sheet: string | null
}

/** In how many files of a set a place is, is spelt otherwise, or is missing. */
export interface Spread {
  /** Files of the set that have the ending, and how many of them have been read. */
  files: number
  read: number
  has: number
  /** Other spellings with how many files have each, and the first documents that do. */
  misspelt: { place: string; count: number; numbers: string[] }[]
  lacks: number
  /** The first documents that lack it. */
  lacking: string[]
}

/** How many documents have a finding of a kind at an attribute, and the first of them. */
export interface RecordFinding {
  attribute: string
  kind: FileFinding['kind']
  place: string
  has: string | null
  count: number
  numbers: string[]
}
