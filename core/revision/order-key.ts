import type { Position, RevisionScheme } from './types'
import { minorRank } from './compare'

/** A text that sorts as the scheme orders its labels, for tables and indexes. */
export function orderKey(scheme: RevisionScheme, position: Position): string {
  const pad = (number: number) => String(Math.min(number, 999_999_999)).padStart(9, '0')
  return `${String(position.series).padStart(3, '0')}.${pad(position.major)}.${pad(minorRank(scheme, position) + 1)}`
}
