import type { Attribute, DocumentRecord } from '../attribute'
import { type Change, type FilePlace, likeAny, nearNames } from '../formats'
import { textOf, valueOf } from './value'

/** What goes one way: from files into records, or from records into files. */
export type Direction = 'read' | 'write'

/** A place in a file at which an attribute stands. */
export interface Bound {
  attribute: Attribute
  place: string
}

/** The ending of a file's name, in lower case and without its dot. */
export const endingOf = (fileName: string): string => /\.([^./\\]+)$/.exec(fileName)?.[1]?.toLowerCase() ?? ''

/** The bindings that count for a file, by its ending, in the order of the attributes. */
export function bindingsFor(
  attributes: readonly Attribute[],
  fileName: string,
  direction: Direction,
): Bound[] {
  const ending = endingOf(fileName)
  return attributes.flatMap((attribute) =>
    (attribute.bindings ?? [])
      .filter(({ mode }) => mode === 'both' || mode === direction)
      .filter(({ extensions }) => extensions.some((one) => one.toLowerCase().replace(/^\./, '') === ending))
      .map(({ place }) => ({ attribute, place })),
  )
}

/** What a file says of a record. */
export interface BoundReading {
  values: DocumentRecord
  /** What stands at a bound place and fits its attribute not. */
  refused: (Bound & { text: string; message: string })[]
  /** Places that the file has not, and its names that differ from them only in what the eye does not tell apart. */
  misspelt: (Bound & { names: string[] })[]
}

/**
 * Reads the attributes that are bound to places of a file. Of several bindings of one attribute the first whose place
 * is there counts; a place of two values says its first. What only the system writes is not read.
 */
export function readBound(
  attributes: readonly Attribute[],
  fileName: string,
  places: readonly Pick<FilePlace, 'place' | 'value'>[],
): BoundReading {
  const reading: BoundReading = { values: {}, refused: [], misspelt: [] }
  const nearby = misspeltAmong(places)
  for (const bound of bindingsFor(attributes, fileName, 'read')) {
    const { attribute, place } = bound
    const found = places.find((one) => one.place === place)
    if (attribute.systemOnly || Object.hasOwn(reading.values, attribute.id)) continue
    if (!found) reading.misspelt.push(...nearby(bound))
    else
      try {
        reading.values[attribute.id] = valueOf(attribute, found.value)
      } catch (error) {
        reading.refused.push({ ...bound, text: found.value, message: (error as Error).message })
      }
  }
  return reading
}

/** Finds near misses of the places a file lacks. It folds the names of the file once for all bindings. */
export function misspeltAmong(
  places: readonly Pick<FilePlace, 'place'>[],
): (bound: Bound) => BoundReading['misspelt'] {
  let near: ReturnType<typeof nearNames> | undefined
  return (bound) => {
    near ??= nearNames(places.map(({ place }) => place))
    const names = near(bound.place)
    return names.length ? [{ ...bound, names }] : []
  }
}

/** The most values of one place that are kept: enough to see whether all of them say the same. */
const mostValues = 100

/**
 * Keeps the wanted places of a file and their near misses, and drops the rest. A drawing may have a hundred thousand
 * places, of which a binding needs a few.
 */
export function concerning<Place extends Pick<FilePlace, 'place'>>(
  wanted: readonly string[],
  places: readonly Place[],
): Place[] {
  const isLike = likeAny(wanted)
  const counts = new Map<string, number>()
  return places.filter(({ place }) => {
    if (!isLike(place)) return false
    const count = (counts.get(place) ?? 0) + 1
    counts.set(place, count)
    return count <= mostValues
  })
}

/** What has to be written into a file so that it says what a record says; what stands there already is left alone. */
export function boundChanges(
  attributes: readonly Attribute[],
  fileName: string,
  record: DocumentRecord,
  places: readonly Pick<FilePlace, 'place' | 'value'>[],
): Change[] {
  const changes = new Map<string, string>()
  for (const { attribute, place } of bindingsFor(attributes, fileName, 'write')) {
    const there = places.filter((one) => one.place === place)
    const value = textOf(attribute, record[attribute.id] ?? null)
    const isSaid = there.length
      ? there.every((one) => saysTheSame(attribute, one.value, value))
      : value === ''
    if (!isSaid) changes.set(place, value)
  }
  return [...changes].map(([place, value]) => ({ place, value }))
}

/** A number of 16,3 kg in a file says 16.3: it is not written anew. */
function saysTheSame(attribute: Attribute, there: string, value: string): boolean {
  if (there === value) return true
  try {
    return attribute.type !== 'text' && textOf(attribute, valueOf(attribute, there)) === value
  } catch {
    return false
  }
}
