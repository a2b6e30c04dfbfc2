import type { MinorPlace, RevisionScheme, Series } from './types'
import { prepareCounter, type PreparedCounter } from './counter'

/** A series with its counters made ready. */
export interface PreparedSeries {
  definition: Series
  prefix: string
  separator: string
  major: PreparedCounter
  minor?: PreparedCounter
  place: MinorPlace
}

export interface PreparedScheme {
  series: PreparedSeries[]
  spellings: Map<string, string>
}

const prepared = new WeakMap<RevisionScheme, PreparedScheme>()

/**
 * Makes a scheme ready for use, once per definition object. A definition is not changed after its first use:
 * copy it instead.
 */
export function prepareScheme(scheme: RevisionScheme): PreparedScheme {
  const known = prepared.get(scheme)
  if (known) return known
  const made: PreparedScheme = {
    series: scheme.series.map((series) => ({
      definition: series,
      prefix: series.prefix ?? '',
      separator: series.separator ?? '',
      major: prepareCounter(series.major),
      minor: series.minor && prepareCounter(series.minor),
      place: series.minorPlace ?? 'after',
    })),
    spellings: new Map(Object.entries(scheme.spellings ?? {})),
  }
  prepared.set(scheme, made)
  return made
}
