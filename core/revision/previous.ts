import type { Position, RevisionScheme, Step } from './types'
import { first } from './parse'
import { compare } from './compare'
import { prepareScheme } from './prepare'

/** A position and the step that leads from it. */
export interface Before {
  position: Position
  by: Step
}

/**
 * The position that steps to this one, nearest first: by minor or settle where there is one, else by major,
 * else by a new series.
 */
export function previous(scheme: RevisionScheme, at: Position): Before | undefined {
  return previousBy(scheme, at, ['settle', 'minor', 'major', 'series'])
}

/**
 * As `previous`, by one of the given kinds of step only, tried in their order. Undefined where none of them
 * leads here.
 */
export function previousBy(scheme: RevisionScheme, at: Position, kinds: Step[]): Before | undefined {
  for (const by of kinds) {
    const position = before(scheme, at, by)
    if (position) return { position, by }
  }
  return undefined
}

function before(scheme: RevisionScheme, at: Position, by: Step): Position | undefined {
  const series = prepareScheme(scheme).series[at.series]!
  const place = series.minor ? series.place : undefined
  if (by === 'keep') return at
  if (by === 'settle') return place === 'before' && at.minor === null ? { ...at, minor: 0 } : undefined
  if (by === 'minor') {
    if (!place || at.minor === null) return undefined
    if (at.minor > 0) return { ...at, minor: at.minor - 1 }
    if (place === 'after') return { ...at, minor: null }
    return place === 'before' && at.major > 0 ? { ...at, major: at.major - 1, minor: null } : undefined
  }
  if (by === 'major') {
    const isStart = at.minor === (place && place !== 'after' ? 0 : null)
    if (!isStart || at.major === 0) return undefined
    return { ...at, major: at.major - 1, minor: place === 'always' ? 0 : null }
  }
  const isFirst = compare(scheme, at, first(scheme, at.series)) === 0
  if (!isFirst || at.series === 0) return undefined
  if (by === 'series' || by === `series:${scheme.series[at.series]!.id}`) return first(scheme, at.series - 1)
  return undefined
}
