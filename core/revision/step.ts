import { type Position, RevisionError, type RevisionScheme, type Step } from './types'
import { format, hasPosition } from './format'
import { first } from './parse'
import { type PreparedSeries, prepareScheme } from './prepare'

/**
 * The position that a step leads to.
 * @throws RevisionError `exhausted` where a counter is at its end, `no-minor`, `series-backwards`,
 * `series-unknown`, `step-unknown`.
 */
export function step(scheme: RevisionScheme, at: Position, kind: Step): Position {
  const series = prepareScheme(scheme).series[at.series]!
  if (kind === 'keep') return at
  if (kind === 'settle') return series.place === 'before' ? { ...at, minor: null } : at
  if (kind === 'major') return reached(scheme, at, kind, nextMajor(series, at))
  if (kind === 'minor') return reached(scheme, at, kind, nextMinor(scheme, series, at))
  if (kind === 'series') return otherSeries(scheme, at, at.series + 1)
  if (kind.startsWith('series:'))
    return otherSeries(scheme, at, seriesIndex(scheme, kind.slice('series:'.length)))
  throw new RevisionError(
    'step-unknown',
    `there is no step “${kind}”; the steps are keep, minor, major, settle, series and series:ID`,
  )
}

function nextMajor(series: PreparedSeries, at: Position): Position {
  return { ...at, major: at.major + 1, minor: series.minor && series.place !== 'after' ? 0 : null }
}

function nextMinor(scheme: RevisionScheme, series: PreparedSeries, at: Position): Position {
  if (!series.minor) {
    const label = format(scheme, at)
    throw new RevisionError(
      'no-minor',
      `${label} has no minor revision: its series counts majors only`,
      label,
    )
  }
  if (series.place === 'before' && at.minor === null) return nextMajor(series, at)
  return { ...at, minor: at.minor === null ? 0 : at.minor + 1 }
}

function seriesIndex(scheme: RevisionScheme, id: string): number {
  const index = scheme.series.findIndex((series) => series.id === id)
  if (index < 0)
    throw new RevisionError(
      'series-unknown',
      `“${scheme.name}” has no series “${id}”; it has ${scheme.series.map((s) => s.id).join(', ')}`,
    )
  return index
}

function otherSeries(scheme: RevisionScheme, at: Position, to: number): Position {
  const label = format(scheme, at)
  if (to >= scheme.series.length)
    throw new RevisionError('exhausted', `${label} stands in the last series of “${scheme.name}”`, label)
  if (to <= at.series)
    throw new RevisionError(
      'series-backwards',
      `${label} cannot go back to series “${scheme.series[to]!.id}”`,
      label,
    )
  return first(scheme, to)
}

function reached(scheme: RevisionScheme, from: Position, kind: string, to: Position): Position {
  if (hasPosition(scheme, to)) return to
  const label = format(scheme, from)
  throw new RevisionError(
    'exhausted',
    `${label} is the last: there is no next ${kind} in series “${scheme.series[from.series]!.id}”`,
    label,
  )
}
