import type { Attribute, Value } from './attribute'
import { attributeType } from './types'

/**
 * A text as a value of an attribute; blank text is empty.
 * @throws Error that names the attribute and what it takes.
 */
export function valueFor(attribute: Attribute, text: string): Value {
  const trimmed = text.trim()
  if (trimmed === '') return null
  const type = attributeType(attribute.type)
  const value = type.read(attribute, trimmed)
  if (value === undefined)
    throw new Error(`${attribute.name} takes ${type.takes(attribute, trimmed)}, not “${trimmed}”`)
  return value
}
