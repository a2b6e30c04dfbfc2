import { Liquid } from 'liquidjs'
import type { Attribute, Value } from '../condition'
import { isDate } from '../condition'
import { remembered } from '../remember'

const liquid = new Liquid({ strictVariables: true, strictFilters: true, ownPropertyOnly: true, renderLimit: 200, parseLimit: 10_000, memoryLimit: 1_000_000 })

const parsed = remembered(2000, (template) => liquid.parse(template))

/** A Liquid template's output for a context. @throws Error in a plain sentence where the template is wrong. */
export function render(template: string, context: object): string {
  return String(liquid.renderSync(parsed(template), context))
}

/** The first fault of a template's syntax, or undefined. */
export function templateFault(template: string): string | undefined {
  try {
    parsed(template)
    return undefined
  } catch (error) {
    return (error as Error).message
  }
}

/**
 * A text as a value of an attribute; blank text is empty.
 * @throws Error that names the attribute and what it takes.
 */
export function valueFor(attribute: Attribute, text: string): Value {
  const trimmed = text.trim()
  if (trimmed === '') return null
  const takes = (what: string) => new Error(`${attribute.name} takes ${what}, not “${trimmed}”`)
  switch (attribute.type) {
    case 'text': return trimmed
    case 'choice':
      if (!attribute.choices?.includes(trimmed)) throw takes(`one of ${attribute.choices?.join(', ') ?? 'no values'}`)
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
      if ((attribute.min !== undefined && number < attribute.min) || (attribute.max !== undefined && number > attribute.max))
        throw takes(`a number from ${attribute.min ?? '−∞'} to ${attribute.max ?? '∞'}`)
      return number
    }
  }
}
