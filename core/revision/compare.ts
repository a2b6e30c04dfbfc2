import type { Position, RevisionScheme } from './types'
import { prepareScheme } from './prepare'

/** A total order along the scheme: negative where `a` comes before `b`, 0 where they are one position. */
export function compare(scheme: RevisionScheme, a: Position, b: Position): number {
  return a.series - b.series || a.major - b.major || minorRank(scheme, a) - minorRank(scheme, b)
}

/** Where a minor stands among those of its major: without one it is first, or last where minors lead up to it. */
export function minorRank(scheme: RevisionScheme, { series, minor }: Position): number {
  if (minor !== null) return minor
  return prepareScheme(scheme).series[series]!.place === 'before' ? Number.MAX_SAFE_INTEGER : -1
}
