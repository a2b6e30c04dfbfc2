/** Nothing that is sent here is nested deeper than a guard in a transition in a lifecycle in a configuration. */
const deepest = 64

/** A value nested deeper than anything that has a meaning here. */
export class NestingError extends Error {
  constructor() {
    super(`the data is nested more than ${deepest} deep`)
    this.name = 'NestingError'
  }
}

/** A forbidden name of a field. */
export class NameError extends Error {
  constructor(name: string) {
    super(`“${name}” cannot be a name here: leave it out, or call it something else`)
    this.name = 'NameError'
  }
}

/**
 * A plain value with every text in it made well-formed (Unicode, D84): half of a surrogate pair becomes
 * U+FFFD. A database stores
 * UTF-8, which has no such halves, so a text that is hashed or compared must be rid of them before. Names of
 * fields count too.
 * @throws NestingError, NameError
 */
export function wellFormed(value: unknown, depth = 0): unknown {
  if (typeof value === 'string') return value.toWellFormed()
  if (typeof value !== 'object' || value === null) return value
  if (depth >= deepest) throw new NestingError()
  if (Array.isArray(value)) return value.map((inner) => wellFormed(inner, depth + 1))
  return Object.fromEntries(
    Object.entries(value).map(([name, inner]) => {
      // Every object inherits these names, so a look-up would find something that nobody sent.
      if (name in Object.prototype) throw new NameError(name)
      return [name.toWellFormed(), wellFormed(inner, depth + 1)]
    }),
  )
}
