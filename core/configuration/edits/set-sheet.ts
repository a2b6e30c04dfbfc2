import { attributeId, list, nullable, text } from '../../shape'
import { attributeName, attributeOf, classOf } from '../look-up'
import type { EditKind } from './edit-kind'

/** Says which attributes the records of a class have, in their order; null gives them all. */
export interface SetSheet {
  kind: 'set-sheet'
  class: string
  attributes: string[] | null
}

export const setSheet: EditKind<SetSheet> = {
  fields: { class: text(80), attributes: nullable(list(attributeId, 1000)) },
  apply(configuration, { class: id, attributes }) {
    const before = classOf(configuration, id)
    for (const attribute of attributes ?? []) attributeOf(configuration, attribute)
    const { attributes: _all, ...others } = before
    const after = attributes === null ? others : { ...others, attributes: [...new Set(attributes)] }
    return {
      ...configuration,
      classes: configuration.classes.map((one) => (one === before ? after : one)),
    }
  },
  words(configuration, { class: id, attributes }) {
    const { name, attributes: before } = classOf(configuration, id)
    if (attributes === null) return `${name}: records have every attribute`
    const was = before ?? configuration.attributes.map((attribute) => attribute.id)
    const named = (ids: string[]) => ids.map((one) => attributeName(configuration, one)).join(', ')
    const [added, gone] = [
      attributes.filter((one) => !was.includes(one)),
      was.filter((one) => !attributes.includes(one)),
    ]
    const changes = [
      ...(added.length ? [`with ${named(added)}`] : []),
      ...(gone.length ? [`without ${named(gone)}`] : []),
    ]
    return `${name}: records ${changes.join(', ') || 'in another order'}`
  },
}
