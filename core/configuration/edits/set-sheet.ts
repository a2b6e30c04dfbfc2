import { attributeId, list, nullable, object, optional, text } from '../../shape'
import { attributeName, attributeOf, classOf } from '../look-up'
import { EditError } from '../naming'
import { groupFields } from '../shape'
import { headingsAfter, idsOnSheet } from '../sheets'
import type { Configuration, DocumentClass, SheetGroup } from '../types'
import type { EditKind } from './edit-kind'

/**
 * Says which attributes the records of a class have, in their order; null gives them all. Headings that are not given
 * stay where they are.
 */
export interface SetSheet {
  kind: 'set-sheet'
  class: string
  attributes: string[] | null
  groups?: SheetGroup[]
}

export const setSheet: EditKind<SetSheet> = {
  fields: {
    class: text(80),
    attributes: nullable(list(attributeId, 1000)),
    groups: optional(list(object(groupFields), 100)),
  },
  apply(configuration, { class: id, attributes, groups }) {
    const before = classOf(configuration, id)
    for (const attribute of attributes ?? []) attributeOf(configuration, attribute)
    const { attributes: _own, groups: headings = [], ...others } = before
    const own = attributes === null ? {} : { attributes: [...new Set(attributes)] }
    const [was, is] = [idsOnSheet(configuration, before), idsOnSheet(configuration, { ...others, ...own })]
    if (groups) requireSound(configuration, before, groups, is)
    const kept = groups ?? headingsAfter(headings, was, is)
    const after: DocumentClass = { ...others, ...own, ...(kept.length ? { groups: kept } : {}) }
    return {
      ...configuration,
      classes: configuration.classes.map((one) => (one === before ? after : one)),
    }
  },
  words(configuration, { class: id, attributes, groups }) {
    const documentClass = classOf(configuration, id)
    const changes = [
      ...changesOf(configuration, documentClass, attributes),
      ...(groups ? [headingsInWords(configuration, groups)] : []),
    ]
    return `${documentClass.name}: records ${changes.join(', ') || 'in another order'}`
  },
}

/** @throws EditError where a heading stands nowhere, or two at one attribute. */
function requireSound(
  configuration: Configuration,
  { name }: DocumentClass,
  groups: SheetGroup[],
  ids: string[],
): void {
  for (const [index, { name: heading, from }] of groups.entries()) {
    const attribute = attributeOf(configuration, from)
    if (!ids.includes(from))
      throw new EditError(`${attribute.name} is not on the sheet of ${name}: “${heading}” cannot begin there`)
    if (groups.findIndex((other) => other.from === from) !== index)
      throw new EditError(`two groups of ${name} begin at ${attribute.name}: one is enough`)
  }
}

function changesOf(
  configuration: Configuration,
  { attributes: before }: DocumentClass,
  attributes: string[] | null,
): string[] {
  if (attributes === null) return before ? ['have every attribute'] : []
  const was = before ?? configuration.attributes.map(({ id }) => id)
  const named = (ids: string[]) => ids.map((one) => attributeName(configuration, one)).join(', ')
  const [added, gone] = [
    attributes.filter((one) => !was.includes(one)),
    was.filter((one) => !attributes.includes(one)),
  ]
  return [
    ...(added.length ? [`with ${named(added)}`] : []),
    ...(gone.length ? [`without ${named(gone)}`] : []),
  ]
}

const headingsInWords = (configuration: Configuration, groups: SheetGroup[]): string =>
  groups.length
    ? `in the groups ${groups.map(({ name, from }) => `“${name}” from ${attributeName(configuration, from)}`).join(', ')}`
    : 'without groups'
