import { isDate } from './day'
import type { Attribute, Value } from './types'

/**
 * A text as a value of an attribute; blank text is empty.
 * @throws Error that names the attribute and what it takes.
 */
export function valueFor(attribute: Attribute, text: string): Value {
  const trimmed = text.trim()
  if (trimmed === '') return null
  const takes = (what: string) => new Error(`${attribute.name} takes ${what}, not “${trimmed}”`)
  switch (attribute.type) {
    case 'text':
      return trimmed
    case 'choice':
      if (!attribute.choices?.includes(trimmed))
        throw takes(`one of ${attribute.choices?.join(', ') ?? 'no values'}`)
      return trimmed
    case 'date':
      if (!isDate(trimmed)) throw takes('a day such as 2026-03-01')
      return trimmed
    case 'yesno':
      if (!/^(yes|no|true|false)$/i.test(trimmed)) throw takes('yes or no')
      return /^(yes|true)$/i.test(trimmed)
    case 'number': {
      const number = Number(trimmed)
      if (!Number.isFinite(number)) throw takes('a number')
      if (attribute.whole && !Number.isInteger(number)) throw takes('a whole number')
      if (
        (attribute.min !== undefined && number < attribute.min) ||
        (attribute.max !== undefined && number > attribute.max)
      )
        throw takes(`a number from ${attribute.min ?? '−∞'} to ${attribute.max ?? '∞'}`)
      return number
    }
  }
}
