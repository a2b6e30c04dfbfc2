import type { Position, RevisionScheme } from './types'
import { type PreparedSeries, prepareScheme } from './prepare'

/** No label of the trade is longer; a longer text is refused before any work is spent on it. */
export const longestLabel = 64

/** Every position whose label is exactly this text. A valid scheme gives at most one. */
export function positionsOf(scheme: RevisionScheme, text: string): Position[] {
  if (text.length === 0 || text.length > longestLabel) return []
  const found: Position[] = []
  prepareScheme(scheme).series.forEach((series, index) => {
    if (text.startsWith(series.prefix)) collect(series, index, text.slice(series.prefix.length), found)
  })
  return found
}

function collect(series: PreparedSeries, index: number, rest: string, found: Position[]): void {
  if (!series.minor || series.place !== 'always') {
    const major = series.major.ordinal(rest)
    if (major >= 0) found.push({ series: index, major, minor: null })
  }
  if (!series.minor) return
  const { separator } = series
  for (let cut = 1; cut + separator.length < rest.length; cut++) {
    if (!rest.startsWith(separator, cut)) continue
    const major = series.major.ordinal(rest.slice(0, cut))
    if (major < 0) continue
    const minor = series.minor.ordinal(rest.slice(cut + separator.length))
    if (minor >= 0) found.push({ series: index, major, minor })
  }
}
