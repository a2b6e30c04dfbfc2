import type { Fields, Shape } from './shape'

/** Something that is missing or of another kind, and the way to it from the outside. */
export interface StructureFault {
  path: (string | number)[]
  /** Said after the place: `lacks "to"`. */
  message: string
}

type Path = StructureFault['path']
const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/**
 * Everything about a value that is not built as it should be: parts that are missing, of another kind, or named like
 * nothing there is. Whether what is built right also makes sense is for the checks to say, which have more to go by.
 */
export function structureFaults(shape: Shape, value: unknown, path: Path = []): StructureFault[] {
  const wrong = (message: string): StructureFault[] => [{ path, message }]
  if (value === null && shape.nullable) return []
  switch (shape.is) {
    case 'text':
      if (typeof value !== 'string') return wrong('is no text')
      return shape.fixed && shape.pattern && !shape.pattern.test(value)
        ? wrong(`is “${value.slice(0, 40)}”: ${shape.message ?? shape.pattern.source}`)
        : []
    case 'number':
      return typeof value === 'number' && Number.isFinite(value) ? [] : wrong('is no number')
    case 'yesno':
      return typeof value === 'boolean' ? [] : wrong('is neither true nor false')
    case 'one':
      return shape.of.includes(value as string) ? [] : wrong(`is none of ${shape.of.join(', ')}`)
    case 'either':
      return shape.of.some((part) => structureFaults(part, value).length === 0)
        ? []
        : wrong('is none of what it may be')
    case 'list':
      if (!Array.isArray(value)) return wrong('is no list')
      return value.flatMap((item, index) => structureFaults(shape.of, item, [...path, index]))
    case 'map':
      if (!isObject(value)) return wrong('is no object')
      return Object.entries(value).flatMap(([name, item]) => structureFaults(shape.of, item, [...path, name]))
    case 'object':
      return isObject(value) ? fieldFaults(shape.fields, value, path) : wrong('is no object')
    case 'kind': {
      if (!isObject(value)) return wrong('is no object')
      const kind = String(value.kind)
      if (value.kind === undefined) return wrong(`lacks "kind": ${Object.keys(shape.kinds).join(', ')}`)
      if (!Object.hasOwn(shape.kinds, kind))
        return wrong(
          `has the kind “${kind.slice(0, 40)}”, which is none of ${Object.keys(shape.kinds).join(', ')}`,
        )
      return fieldFaults(shape.kinds[kind]!, value, path)
    }
  }
}

const fieldFaults = (fields: Fields, value: Record<string, unknown>, path: Path): StructureFault[] =>
  Object.entries(fields).flatMap(([name, shape]) => {
    if (value[name] !== undefined) return structureFaults(shape, value[name], [...path, name])
    return shape.optional ? [] : [{ path, message: `lacks "${name}"` }]
  })

/** A way into a value as it is written in programs: `lifecycles[0].transitions[2].to`. */
export const placeInWords = (path: Path): string =>
  path.reduce<string>(
    (sofar, part) => (typeof part === 'number' ? `${sofar}[${part}]` : sofar ? `${sofar}.${part}` : part),
    '',
  )
