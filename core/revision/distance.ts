import type { Position, RevisionScheme } from './types'
import { compare } from './compare'
import { first } from './parse'
import { prepareScheme } from './prepare'

/**
 * The fewest steps (minor, major, settle, start a series) from `a` to `b`; negative where `b` comes before `a`.
 * Starting a series is one step, whichever it is.
 */
export function distance(scheme: RevisionScheme, a: Position, b: Position): number {
  const order = compare(scheme, a, b)
  if (order === 0) return 0
  return order < 0 ? forward(scheme, a, b) : -forward(scheme, b, a)
}

function forward(scheme: RevisionScheme, from: Position, to: Position): number {
  if (from.series !== to.series) return 1 + distance(scheme, first(scheme, to.series), to)
  const series = prepareScheme(scheme).series[from.series]!
  const sameMajor = from.major === to.major
  if (series.place === 'before' && series.minor) {
    if (!sameMajor) return to.major - from.major + (to.minor ?? 1)
    return to.minor === null ? 1 : to.minor - from.minor!
  }
  const startOfMajor = series.minor && series.place === 'always' ? 0 : -1
  const rank = (minor: number | null) => minor ?? -1
  return sameMajor ? rank(to.minor) - rank(from.minor) : to.major - from.major + rank(to.minor) - startOfMajor
}
