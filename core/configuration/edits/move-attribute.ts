import { attributeId, nullable } from '../../shape'
import { attributeOf } from '../look-up'
import type { EditKind } from './edit-kind'

/** Moves an attribute before another one, or to the end: records show them in this order. */
export interface MoveAttribute {
  kind: 'move-attribute'
  id: string
  before: string | null
}

export const moveAttribute: EditKind<MoveAttribute> = {
  fields: { id: attributeId, before: nullable(attributeId) },
  apply(configuration, { id, before }) {
    const moved = attributeOf(configuration, id)
    const others = configuration.attributes.filter((attribute) => attribute !== moved)
    const at = before === null ? others.length : others.indexOf(attributeOf(configuration, before))
    if (at < 0) return configuration
    return { ...configuration, attributes: [...others.slice(0, at), moved, ...others.slice(at)] }
  },
  words: (configuration, { id, before }) =>
    `Move attribute ${attributeOf(configuration, id).name} ${
      before === null ? 'to the end' : `before ${attributeOf(configuration, before).name}`
    }`,
}
