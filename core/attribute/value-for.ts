import type { Attribute, Value } from './attribute'
import { attributeType } from './types'

/** Of a value that is refused, more characters than this are not repeated. */
const mostShown = 100

/**
 * A text as a value of an attribute; blank text is empty.
 * @throws Error that names the attribute and what it takes.
 */
export function valueFor(attribute: Attribute, text: string): Value {
  const trimmed = text.trim()
  if (trimmed === '') return null
  const type = attributeType(attribute.type)
  const value = type.read(attribute, trimmed)
  if (value === undefined) {
    const asked = trimmed.length > mostShown ? `${trimmed.slice(0, mostShown)}…` : trimmed
    throw new Error(`${attribute.name} takes ${type.takes(attribute, trimmed)}, not “${asked}”`)
  }
  return value
}
