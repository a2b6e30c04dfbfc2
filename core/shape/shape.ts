/**
 * What a value must look like, as data: classes with checks, JSON Schema and forms are made from the same
 * description.
 */
export type Shape =
  /** `fixed` where the program knows no other texts than those that the pattern takes. */
  (
    | { is: 'text'; least?: number; most: number; pattern?: RegExp }
    | { is: 'number'; whole?: boolean; least?: number; most?: number }
    | { is: 'yesno' }
    | { is: 'one'; of: readonly string[] }
    /** A value that is one of several simple ones, such as a number or “last”. */
    | { is: 'either'; of: readonly Shape[] }
    | { is: 'list'; of: Shape; least?: number; most: number }
    /** An object whose names are free and whose values have one shape. */
    | { is: 'map'; of: Shape; names?: RegExp }
    | { is: 'object'; fields: Fields }
    /** One of several objects, told apart by their field `kind`. */
    | { is: 'kind'; kinds: Record<string, Fields> }
  ) & {
    /** May be missing. */
    optional?: true
    /** May be null, which takes a setting away. */
    nullable?: true
    /** Of a text: the program knows no others than those that the pattern takes. */
    fixed?: true
    /** What is said where the value is wrong, instead of what the check says by itself. */
    message?: string
  }

export type Fields = Record<string, Shape>

/** Fields that describe all of a type's properties, so that none can be forgotten. */
export type FieldsOf<T> = { [Property in keyof T]-?: Shape }

/** Ids of everything but attributes. Names that every object has, such as `constructor`, are excluded. */
const anId = /^(?!constructor$)[a-z0-9-]{1,80}$/
/** Ids of attributes, which conditions name. */
const anAttributeId = /^(?!(?:constructor|__proto__)$)[a-z0-9_-]{1,80}$/

export const text = (most: number, message?: string): Shape => ({ is: 'text', most, message })
export const filledText = (most: number, message?: string): Shape => ({ is: 'text', least: 1, most, message })
export const matching = (pattern: RegExp, message?: string, most = 500): Shape => ({
  is: 'text',
  pattern,
  most,
  message,
})
export const id: Shape = { is: 'text', pattern: anId, most: 80 }
export const attributeId: Shape = { is: 'text', pattern: anAttributeId, most: 80 }
export const number: Shape = { is: 'number' }
export const whole = (least: number, most: number, message?: string): Shape => ({
  is: 'number',
  whole: true,
  least,
  most,
  message,
})
export const yesno: Shape = { is: 'yesno' }
export const one = (of: readonly string[], message?: string): Shape => ({ is: 'one', of, message })
export const either = (of: readonly Shape[], message?: string): Shape => ({ is: 'either', of, message })
export const list = (of: Shape, most: number, least?: number, message?: string): Shape => ({
  is: 'list',
  of,
  most,
  least,
  message,
})
export const map = (of: Shape, names?: RegExp, message?: string): Shape => ({ is: 'map', of, names, message })
export const object = (fields: Fields): Shape => ({ is: 'object', fields })
export const kind = (kinds: Record<string, Fields>, message?: string): Shape => ({
  is: 'kind',
  kinds,
  message,
})
export const optional = (shape: Shape): Shape => ({ ...shape, optional: true })
/** May be null, which stands for none or for all. */
export const nullable = (shape: Shape): Shape => ({ ...shape, nullable: true })

/** May be missing, and null takes the setting away. */
export const removable = (shape: Shape): Shape => ({ ...shape, optional: true, nullable: true })

/** The same fields, none of which must be there: what a patch may carry. */
export const patch = (fields: Fields): Fields =>
  Object.fromEntries(Object.entries(fields).map(([name, shape]) => [name, optional(shape)]))
