import 'reflect-metadata'
import { plainToInstance } from 'class-transformer'
import { validateSync, type ValidationError } from 'class-validator'
import { NameError, NestingError, wellFormed } from './well-formed'

/** Input that does not have the shape asked for; the message names each field. */
export class ShapeError extends Error {
  constructor(readonly faults: string[]) {
    super(faults.join('; '))
    this.name = 'ShapeError'
  }
}

/**
 * A plain value as an instance of a request class, its texts well-formed, checked. @throws ShapeError that
 * names every field at fault.
 */
export function readAs<T extends object>(kind: new () => T, value: unknown): T {
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    throw new ShapeError(['a JSON object was expected'])
  const instance = plainToInstance(kind, checkedText(value), { exposeDefaultValues: true })
  const errors = validateSync(instance, { whitelist: true, forbidNonWhitelisted: true })
  if (errors.length) throw new ShapeError(errors.flatMap((error) => faults(error)))
  return instance
}

function checkedText(value: object): object {
  try {
    return wellFormed(value) as object
  } catch (error) {
    if (error instanceof NestingError || error instanceof NameError) throw new ShapeError([error.message])
    throw error
  }
}

function faults(error: ValidationError, above = ''): string[] {
  const path = above ? `${above}.${error.property}` : error.property
  return [
    ...Object.entries(error.constraints ?? {})
      .filter(([check]) => check !== 'unknownValue')
      .map(([check, message]) =>
        check === 'whitelistValidation'
          ? `${path} does not belong here`
          : placed(message, error.property, path),
      ),
    ...(error.children ?? []).flatMap((child) => faults(child, path)),
  ]
}

/**
 * The checks' own messages begin with the field, which is then named with its place; ours are sentences and
 * stay as they are.
 */
function placed(message: string, property: string, path: string): string {
  for (const start of ['', 'each value in '])
    if (message.startsWith(`${start}${property} `))
      return `${start}${path}${message.slice(start.length + property.length)}`
  return / /.test(message) ? message : `${path}: ${message}`
}
