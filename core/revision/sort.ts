import type { Position, RevisionScheme } from './types'
import { compare } from './compare'
import { parse } from './parse'

/** Labels in the order of the scheme, in canonical form, and those that it refuses, as written. */
export function sortLabels(
  scheme: RevisionScheme,
  labels: string[],
): { sorted: string[]; refused: string[] } {
  const read: { canonical: string; position: Position }[] = []
  const refused: string[] = []
  for (const label of labels) {
    const reading = parse(scheme, label)
    if (reading.ok) read.push(reading)
    else refused.push(label)
  }
  read.sort((a, b) => compare(scheme, a.position, b.position))
  return { sorted: read.map((reading) => reading.canonical), refused }
}
