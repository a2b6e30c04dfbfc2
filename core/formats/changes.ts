import type { Change, FilePlace, FileProblem, WrittenFile } from './file-format'
import { nearMisses } from './near-miss'

/** What was there, and what is wrong with what is to be written. */
interface Planned {
  written: WrittenFile['written']
  problems: FileProblem[]
}

/**
 * What writing changes would come to: what stands at each place now, and why a place cannot be written. A place that
 * is not there is made where `canMake` says nothing against it.
 */
export function plan(
  changes: readonly Change[],
  places: readonly FilePlace[],
  reasonAgainst: (change: Change, isThere: boolean) => string | undefined,
): Planned {
  const planned: Planned = { written: [], problems: [] }
  for (const change of changes) {
    const there = places.filter(({ place }) => place === change.place)
    const problem = problemOf(change, there, places, reasonAgainst)
    if (problem) planned.problems.push(problem)
    else planned.written.push({ place: change.place, before: there[0]?.value ?? '', after: change.value })
  }
  return planned
}

function problemOf(
  change: Change,
  there: readonly FilePlace[],
  places: readonly FilePlace[],
  reasonAgainst: (change: Change, isThere: boolean) => string | undefined,
): FileProblem | undefined {
  const { place, value } = change
  if (hasControls(value))
    return { code: 'value-not-holdable', message: `${place} cannot hold a line break or a control character` }
  if (there.length && there.every(({ writable }) => !writable))
    return { code: 'not-writable', message: `${place} can be read, not written` }
  const [miss] = there.length
    ? []
    : nearMisses(
        place,
        places.map((other) => other.place),
      )
  if (miss)
    return {
      code: 'near-miss',
      message: `the file has no ${place}, but “${miss}”: bind to that one, or rename it`,
    }
  const reason = reasonAgainst(change, there.length > 0)
  return reason === undefined
    ? undefined
    : { code: there.length ? 'value-not-holdable' : 'no-such-place', message: reason }
}

const hasControls = (value: string): boolean => /\p{Cc}/u.test(value)

/** Nothing is written: a file with a problem stays as it is. */
export const unwritten = (problems: FileProblem[]): WrittenFile => ({ parts: null, written: [], problems })

/** Places, each with a value once. */
export function distinct(places: readonly FilePlace[]): FilePlace[] {
  const seen = new Map(places.map((one) => [`${one.place}\0${one.value}`, one]))
  return [...seen.values()]
}

/** The name behind a kind of place: that of `property:Mass` is `Mass`; undefined for places of other kinds. */
export const nameIn = (place: string, kind: 'core' | 'property' | 'field' | 'product'): string | undefined =>
  place.startsWith(`${kind}:`) && place.length > kind.length + 1 ? place.slice(kind.length + 1) : undefined
