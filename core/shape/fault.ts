import type { Shape } from './shape'

/** What is wrong with a value that holds no objects with fields of their own; undefined where nothing is. */
export function faultOf(shape: Shape, value: unknown): string | undefined {
  if (value === null && shape.nullable) return undefined
  if (value === undefined) return 'is missing'
  switch (shape.is) {
    case 'text':
      return textFault(shape, value)
    case 'number':
      return numberFault(shape, value)
    case 'yesno':
      return typeof value === 'boolean' ? undefined : 'must be true or false'
    case 'one':
      return shape.of.includes(value as string) ? undefined : `must be one of: ${shape.of.join(', ')}`
    case 'either':
      return shape.of.some((part) => faultOf(part, value) === undefined)
        ? undefined
        : 'is none of what it may be'
    case 'list':
      return listFault(shape, value)
    case 'map':
      return mapFault(shape, value)
    case 'object':
    case 'kind':
      return typeof value === 'object' && value !== null && !Array.isArray(value)
        ? undefined
        : 'must be an object'
  }
}

type Of<Is extends Shape['is']> = Extract<Shape, { is: Is }>

function textFault({ least = 0, most, pattern, message }: Of<'text'>, value: unknown): string | undefined {
  if (typeof value !== 'string') return 'must be a text'
  const length = [...value].length
  if (length < least)
    return message ?? (least === 1 ? 'must not be empty' : `needs at least ${least} characters`)
  if (length > most) return `has more than ${most} characters`
  if (pattern && value in Object.prototype && !pattern.test(value))
    return `cannot be “${value}”: call it something else`
  return pattern && !pattern.test(value) ? `does not look as it should: ${pattern.source}` : undefined
}

function numberFault({ whole, least, most }: Of<'number'>, value: unknown): string | undefined {
  if (typeof value !== 'number' || !Number.isFinite(value)) return 'must be a number'
  if (whole && !Number.isInteger(value)) return 'must be a whole number'
  if (least !== undefined && value < least) return `must not be less than ${least}`
  return most !== undefined && value > most ? `must not be more than ${most}` : undefined
}

function listFault({ of, least = 0, most }: Of<'list'>, value: unknown): string | undefined {
  if (!Array.isArray(value)) return 'must be a list'
  if (value.length < least) return `needs at least ${least}`
  if (value.length > most) return `has more than ${most}`
  const wrong = value.findIndex((item) => faultOf(of, item) !== undefined)
  return wrong < 0 ? undefined : (of.message ?? `no. ${wrong + 1} ${faultOf(of, value[wrong])}`)
}

function mapFault({ of, names }: Of<'map'>, value: unknown): string | undefined {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return 'must be an object'
  for (const [name, item] of Object.entries(value)) {
    if (names && !names.test(name)) return `“${name}” does not look as it should: ${names.source}`
    const fault = faultOf(of, item)
    if (fault) return `“${name}” ${fault}`
  }
  return undefined
}
