import { type Attribute, attributeFields, attributeTypes } from '../../attribute'
import { object } from '../../shape'
import { bindingsInWords } from '../binding-words'
import { fieldsInWords } from '../fields-in-words'
import { EditError, named } from '../naming'
import type { EditKind } from './edit-kind'

/** Puts an attribute in place of the one with its id, or adds it. */
export interface SetAttribute {
  kind: 'set-attribute'
  attribute: Attribute
}

export const setAttribute: EditKind<SetAttribute> = {
  fields: { attribute: object(attributeFields) },
  apply(configuration, { attribute }) {
    const { attributes } = configuration
    const before = attributes.find(({ id }) => id === attribute.id)
    const others = attributes.filter((other) => other !== before).map((other) => other.name)
    const after = { ...attribute, name: named(attribute.name, 'attribute', others) }
    requireSound(after)
    return {
      ...configuration,
      attributes: before
        ? attributes.map((other) => (other === before ? after : other))
        : [...attributes, after],
    }
  },
  words({ attributes }, { attribute }) {
    const before = attributes.find(({ id }) => id === attribute.id)
    if (!before) return `Add attribute ${attribute.name} (${attributeTypes[attribute.type].name})`
    const { bindings: was, ...fields } = before
    const { bindings: is, ...others } = attribute
    const [old, now] = [was, is].map((bindings = []) => bindingsInWords(bindings))
    const changes = [
      ...fieldsInWords(fields, others, { name: 'is called' }),
      ...(old === now ? [] : [now ? `stands at ${now}` : 'is bound to no file']),
    ]
    return `${before.name}: ${changes.join('; ') || 'nothing changed'}`
  },
}

/** @throws EditError where an attribute could hold nothing, or is bound twice to one place. */
function requireSound({ name, type, choices, min, max, bindings = [] }: Attribute): void {
  if (type === 'choice' && !choices?.length) throw new EditError(`${name} is a choice: it needs its choices`)
  if (min !== undefined && max !== undefined && min > max)
    throw new EditError(`${name} cannot be at least ${min} and at most ${max}`)
  for (const { place, extensions } of bindings) {
    if (!/^(core|property|field|product):./s.test(place))
      throw new EditError(`“${place}” is no place: one begins with core:, property:, field: or product:`)
    if (!extensions.length)
      throw new EditError(`${place} is bound to no kind of file: name at least one ending`)
  }
}
