import type { Configuration, State } from './types'

/** A thought about a state's name, and the name that would serve better where there is one. */
export interface NameHint {
  words: string
  name?: string
}

/**
 * The catalogue is shared, so a state's name should say how far a document has come and nothing about what it
 * is or where it
 * goes next. Hints at names that speak of one lifecycle or class, and at states whose names differ only in spelling.
 */
export function nameHint(configuration: Configuration, state: State): NameHint | undefined {
  const twin = configuration.states.find(
    (other) => other !== state && folded(other.name) === folded(state.name),
  )
  if (twin) return { words: `reads like ${twin.name}: one state can serve both` }
  const things = [...configuration.classes, ...configuration.lifecycles]
    .flatMap(({ name }) => name.split(/\s+/))
    .filter((word) => word.length > 3)
  const words = state.name.split(/\s+/)
  const special = words.filter((word) => things.some((thing) => folded(thing) === folded(word)))
  if (special.length === 0 || words.length === special.length) return undefined
  const name = capitalised(words.filter((word) => !special.includes(word)).join(' '))
  const known = configuration.states.find((other) => other.name.toLowerCase() === name.toLowerCase())
  const better = known
    ? `${known.name} is in the catalogue already`
    : `${name} would serve other lifecycles too`
  return { words: `speaks of ${special.join(' ').toLowerCase()}: ${better}`, name }
}

/** Without case, spaces, hyphens and the s of a plural. */
const folded = (text: string) =>
  text
    .toLowerCase()
    .replace(/[\s_-]+/g, '')
    .replace(/s$/, '')
const capitalised = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)
