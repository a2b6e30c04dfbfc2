import { type Attribute, attributeType, type DocumentRecord, valueFor } from '../attribute'
import { readBound } from '../binding'
import type { Configuration } from '../configuration'
import { editDistance } from '../support'
import { forAll, type Known, type RevisionField } from './known'
import type { Conflict, PlannedFile, Profile, Settlement } from './types'
import { fileName } from './way-out'

/** What goes into the record of a document, and what cannot. */
export interface ReadRecord {
  record: DocumentRecord
  conflicts: Conflict[]
}

/** So many choices are offered in place of one that is none. */
const mostOffered = 5

/**
 * The record that what is known of the newest revision makes, in the attributes that the profile names, and what
 * stands in its file at the places to which others are bound. A value that its attribute cannot hold is a conflict, and
 * so is an attribute that does not exist.
 * @param file the file of that revision, of which the ways out decide
 */
export function recordFrom(
  { attributes }: Configuration,
  profile: Profile,
  known: Known,
  file: PlannedFile,
  settlements: Record<string, Settlement>,
): ReadRecord {
  const record: DocumentRecord = {}
  const conflicts: Conflict[] = []
  for (const [field, id] of Object.entries(profile.attributes) as [RevisionField, string | undefined][]) {
    const text = known[field]
    if (!id || !text || settlements[forAll(field)]?.leaveOut) continue
    const attribute = attributes.find((other) => other.id === id)
    if (!attribute) conflicts.push(noAttribute(field, id))
    else if (Object.hasOwn(record, id)) conflicts.push(takenTwice(field, attribute))
    else {
      const value = valueOr(attribute, text)
      if (value instanceof Error) conflicts.push(refusedValue(attribute, field, text, value, file.path))
      else record[id] = value
    }
  }
  const bound = readBound(attributes, file.path, file.inside?.places ?? [])
  for (const [id, value] of Object.entries(bound.values)) if (!Object.hasOwn(record, id)) record[id] = value
  for (const { attribute, place, message } of bound.refused)
    if (!Object.hasOwn(record, attribute.id) && !settlements[`attribute ${attribute.id}`]?.leaveOut)
      conflicts.push(unfitInFile(attribute, place, message, file.path))
  return { record, conflicts }
}

const unfitInFile = ({ id, name }: Attribute, place: string, message: string, path: string): Conflict => ({
  code: 'value-refused',
  message: `${fileName(path)}, ${place}: ${message}`,
  waysOut: [
    {
      text: `leave ${name} empty wherever a file’s value does not fit`,
      key: `attribute ${id}`,
      settlement: { leaveOut: true },
    },
  ],
})

function valueOr(attribute: Attribute, text: string) {
  try {
    return valueFor(attribute, text)
  } catch (error) {
    return error as Error
  }
}

const leftOut = (field: RevisionField): Conflict['waysOut'][number] => ({
  text: `leave the ${field} out of every record`,
  key: forAll(field),
  settlement: { leaveOut: true },
})

const noAttribute = (field: RevisionField, id: string): Conflict => ({
  code: 'no-attribute',
  message: `the profile puts the ${field} into “${id}”, which is no attribute`,
  waysOut: [leftOut(field)],
})

const takenTwice = (field: RevisionField, { name }: Attribute): Conflict => ({
  code: 'no-attribute',
  message: `the profile puts the ${field} into ${name}, which another field fills already`,
  waysOut: [leftOut(field)],
})

function refusedValue(
  attribute: Attribute,
  field: RevisionField,
  text: string,
  { message }: Error,
  path: string,
): Conflict {
  const take = (value: string, words: string) => ({
    text: words,
    key: path,
    settlement: { values: { [field]: value } },
  })
  return {
    code: 'value-refused',
    message: `the ${field}: ${message}`,
    waysOut: [
      ...nearestChoices(attribute, text).map((choice) => take(choice, `take ${choice}`)),
      take('', `leave ${attribute.name} empty`),
      leftOut(field),
    ],
  }
}

/** The choices of an attribute that lie nearest to a text. */
function nearestChoices(attribute: Attribute, text: string): string[] {
  const choices = attributeType(attribute.type).only?.(attribute) ?? []
  const far = (choice: string) => editDistance(choice.toLowerCase(), text.toLowerCase())
  return [...choices].sort((one, other) => far(one) - far(other)).slice(0, mostOffered)
}
