import 'reflect-metadata'
import { Transform } from 'class-transformer'
import { ValidateBy, ValidateIf, ValidateNested } from 'class-validator'
import { faultOf, type Fields, type Shape } from '../core/shape'

type Class = new () => object

const classes = new WeakMap<Fields, Class>()

/**
 * The class of objects with these fields, with a check for each: made once from the description that JSON
 * Schema is made from.
 */
export function classFor(fields: Fields): Class {
  let made = classes.get(fields)
  if (!made) {
    made = class {}
    classes.set(fields, made)
    for (const [name, shape] of Object.entries(fields)) Shaped(shape)(made.prototype, name)
  }
  return made
}

/** An object's class by its `kind`, which is a field of it too; undefined where there is no such kind. */
function classOfKind(kinds: Record<string, Fields>, kind: unknown): Class | undefined {
  if (typeof kind !== 'string' || !Object.hasOwn(kinds, kind)) return undefined
  const fields = kinds[kind]!
  const known = withKind.get(fields) ?? { kind: { is: 'one' as const, of: [kind] }, ...fields }
  withKind.set(fields, known)
  return classFor(known)
}
const withKind = new WeakMap<Fields, Fields>()

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/**
 * A plain value with its objects as instances of their classes; what does not fit stays as it is, for the
 * checks to say.
 */
function instantiated(shape: Shape, value: unknown): unknown {
  if (shape.is === 'list' && Array.isArray(value)) return value.map((item) => instantiated(shape.of, item))
  if (!isObject(value)) return value
  const made =
    shape.is === 'object'
      ? classFor(shape.fields)
      : shape.is === 'kind'
        ? classOfKind(shape.kinds, value.kind)
        : undefined
  if (!made) return value
  const fields =
    shape.is === 'object' ? shape.fields : shape.is === 'kind' ? shape.kinds[String(value.kind)]! : {}
  const entries = Object.entries(value).map(([name, inner]) => [
    name,
    Object.hasOwn(fields, name) ? instantiated(fields[name]!, inner) : inner,
  ])
  return Object.assign(new made(), Object.fromEntries(entries))
}

/** Checks that a value fits; what it says begins with the field, unless the shape says it in words of its own. */
export const Fits = (shape: Shape): PropertyDecorator =>
  ValidateBy({
    name: 'fits',
    validator: {
      validate: (value) => faultOf(shape, value) === undefined,
      defaultMessage: (faulty) => shape.message ?? `${faulty?.property} ${faultOf(shape, faulty?.value)}`,
    },
  })

/** Checks that an object, or each of a list of them, is of a kind that there is. */
const IsKnownKind = (of: Record<string, Fields>, message: string | undefined): PropertyDecorator =>
  ValidateBy({
    name: 'isKnownKind',
    validator: {
      validate: (value) => [value].flat().every((item) => !isObject(item) || classOfKind(of, item.kind)),
      defaultMessage: (faulty) =>
        `${faulty?.property}.kind is none that there is${message ? `: ${message}` : ''}`,
    },
  })

/** Declares a field of a request class by its shape, with everything that is nested in it. */
export const Shaped =
  (shape: Shape): PropertyDecorator =>
  (target, name) => {
    check(shape, target, name as string)
    Transform(({ value }) => instantiated(shape, value))(target, name as string)
  }

const isLeftOut = ({ optional, nullable }: Shape, value: unknown) =>
  (optional && value === undefined) || (nullable && value === null)

/** The shape without what is checked by classes of its own. */
const outline = (shape: Shape): Shape =>
  shape.is === 'list' && (shape.of.is === 'object' || shape.of.is === 'kind')
    ? { ...shape, of: { is: 'object', fields: {} } }
    : shape

function check(shape: Shape, target: object, name: string): void {
  if (shape.optional || shape.nullable) ValidateIf((_, value) => !isLeftOut(shape, value))(target, name)
  Fits(outline(shape))(target, name)
  const inner = shape.is === 'list' ? shape.of : shape
  if (inner.is === 'kind') IsKnownKind(inner.kinds, inner.message)(target, name)
  if (inner.is === 'kind' || inner.is === 'object')
    ValidateNested({ each: shape.is === 'list' })(target, name)
}
