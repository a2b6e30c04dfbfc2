import type { Attribute, DocumentRecord, Value } from '../attribute'
import type { FilePlace } from '../formats'
import { bindingsFor, type Bound, type BoundReading, readBound } from './binding'
import { textOf, valueOf } from './value'

/** A file as far as bindings go: what is in it, and what its name says it is. */
export interface BoundFile {
  fileName: string
  places: readonly Pick<FilePlace, 'place' | 'value'>[]
}

/** Both sides changed since the content before: what each says, and which one counts. */
export interface BindingConflict {
  attribute: Attribute
  place: string
  inFile: string
  inRecord: Value
  /** Where the place is read, the file that comes in; where it is only written, the record. */
  wins: 'file' | 'record'
}

/** What a content that comes in says, and what of it goes into the record. */
export type CheckedIn = Omit<BoundReading, 'values'> & {
  values: DocumentRecord
  conflicts: BindingConflict[]
}

/**
 * Holds what a new content says at bound places to the record and to the content before it. Where only one side
 * changed, it counts; where both did, the file does if its place is read, and the record if it is only written.
 * @param before the content before; undefined for the first one
 */
export function atCheckIn(
  attributes: readonly Attribute[],
  record: DocumentRecord,
  before: BoundFile | undefined,
  after: BoundFile,
): CheckedIn {
  const { values: found, refused, misspelt } = readBound(attributes, after.fileName, after.places)
  const was = before ? readBound(attributes, before.fileName, before.places).values : undefined
  const values: DocumentRecord = {}
  const conflicts: BindingConflict[] = []
  for (const [id, inFile] of Object.entries(found)) {
    const inRecord = record[id] ?? null
    const beforehand = was && Object.hasOwn(was, id) ? was[id]! : undefined
    if (inFile === inRecord || (beforehand !== undefined && inFile === beforehand)) continue
    values[id] = inFile
    if (beforehand === undefined || beforehand === inRecord) continue
    const { attribute, place } = boundAt(attributes, after, id)
    conflicts.push({ attribute, place, inFile: textOf(attribute, inFile), inRecord, wins: 'file' })
  }
  return {
    values,
    refused,
    misspelt,
    conflicts: [...conflicts, ...overwritten(attributes, record, before, after)],
  }
}

/** The place at which an attribute was read. */
const boundAt = (attributes: readonly Attribute[], { fileName, places }: BoundFile, id: string): Bound =>
  bindingsFor(attributes, fileName, 'read').find(
    ({ attribute, place }) => attribute.id === id && places.some((one) => one.place === place),
  )!

/** What somebody changed at places that only the vault writes: the record is written over it. */
function overwritten(
  attributes: readonly Attribute[],
  record: DocumentRecord,
  before: BoundFile | undefined,
  after: BoundFile,
): BindingConflict[] {
  if (!before) return []
  const isRead = new Set(bindingsFor(attributes, after.fileName, 'read').map(({ place }) => place))
  return bindingsFor(attributes, after.fileName, 'write').flatMap(
    ({ attribute, place }): BindingConflict[] => {
      const [old, now] = [before, after].map(({ places }) => places.find((one) => one.place === place)?.value)
      const inRecord = record[attribute.id] ?? null
      const isTouched =
        old !== undefined && now !== undefined && now !== old && !says(attribute, now, inRecord)
      const isOurs = attribute.systemOnly || !isRead.has(place)
      return isTouched && isOurs ? [{ attribute, place, inFile: now, inRecord, wins: 'record' }] : []
    },
  )
}

function says(attribute: Attribute, text: string, value: Value): boolean {
  try {
    return valueOf(attribute, text) === value
  } catch {
    return false
  }
}
