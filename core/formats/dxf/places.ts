import { distinct } from '../changes'
import type { FilePlace } from '../file-format'
import type { DrawingContents } from './contents'
import { rowInserts } from './revision-table'
import { type Header, type Value, variableOf } from './drawing'

/** A place of a drawing with where its value stands: once, or several times. */
export interface DrawingPlace extends FilePlace {
  values: Value[]
}

/** Variables of the header that hold the format’s own metadata. */
export const variables: Record<string, string> = {
  'core:title': '$TITLE',
  'core:subject': '$SUBJECT',
  'core:author': '$AUTHOR',
  'core:keywords': '$KEYWORDS',
  'core:description': '$COMMENTS',
}

/** Everything that a drawing has a place for: its metadata, custom properties and title-block attributes. */
export function allPlaces({ header, containers }: DrawingContents): DrawingPlace[] {
  const rows = rowInserts(containers)
  const fields = containers.flatMap(({ inserts, constants }) => [
    ...inserts.filter((insert) => !rows.has(insert)).flatMap(({ attributes }) => attributes),
    ...constants,
  ])
  return [
    ...corePlaces(header),
    ...properties(header),
    ...fields.map(({ tag, value, values, writable }) => ({ place: `field:${tag}`, value, values, writable })),
  ]
}

export const places = (contents: DrawingContents): FilePlace[] => distinct(allPlaces(contents))

function corePlaces(header: Header): DrawingPlace[] {
  const written = Object.entries(variables).flatMap(([place, name]) =>
    header.variables
      .filter((variable) => variable.name === name)
      .map((variable) => ({ place, value: variable.text, values: [variable], writable: true })),
  )
  const saved = header.variables.find(({ name }) => name === '$LASTSAVEDBY')
  const isNamed = written.some(({ place }) => place === 'core:author')
  return [
    ...written,
    ...(saved && !isNamed
      ? [{ place: 'core:author', value: saved.text, values: [saved], writable: true }]
      : []),
    ...times(header),
  ]
}

function times(header: Header): DrawingPlace[] {
  const all = [
    ['core:created', variableOf(header, '$TDCREATE')],
    ['core:modified', variableOf(header, '$TDUPDATE')],
  ] as const
  return all.flatMap(([place, text]) => {
    const value = dayAndTime(Number.parseFloat(text))
    return value ? [{ place, value, values: [], writable: false }] : []
  })
}

/** The Julian day of 1970-01-01; the fraction of a day begins at midnight in drawings. */
const epoch = 2_440_588
const second = 1000

function dayAndTime(julian: number): string | undefined {
  const time = new Date(Math.round(((julian - epoch) * 86_400 * second) / second) * second)
  if (!(julian > 1) || Number.isNaN(time.getTime())) return undefined
  return time.toISOString().slice(0, 19)
}

/** Custom properties: each a tag, then its value. */
function properties({ variables: all }: Header): DrawingPlace[] {
  return all.flatMap(({ name, text }, index) => {
    const next = all[index + 1]
    if (name !== '$CUSTOMPROPERTYTAG' || next?.name !== '$CUSTOMPROPERTY') return []
    return [{ place: `property:${text}`, value: next.text, values: [next], writable: true }]
  })
}
