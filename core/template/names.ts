import { nearestName, remembered } from '../support'
import { liquid, templateFault } from './template'

/** What a template may name besides attributes, each with what it has inside; empty where it is a value by itself. */
export const templateNames: Record<string, string[]> = {
  from: ['id', 'name', 'description'],
  to: ['id', 'name', 'description'],
  person: ['name'],
  number: [],
  revision: [],
  today: [],
  comment: [],
}

/** What every text has inside, by Liquid. */
const ofTexts = ['size', 'first', 'last']

type Path = (string | number | Path)[]
const paths = remembered(2000, (template): Path[] => liquid().globalVariableSegmentsSync(template) as Path[])

/** Every name from outside that a template uses, with what it asks inside. @throws Error where it cannot be read. */
export const namesIn = (template: string): string[][] =>
  paths(template).map((path) => path.map((part) => (Array.isArray(part) ? '' : String(part))))

/**
 * The first name of a template that means nothing: neither an attribute, nor one of `templateNames`, nor one of some
 * others. Undefined where all are known, and where the template cannot be read at all.
 */
export function unknownName(
  template: string,
  attributes: string[],
  others: string[] = [],
): string | undefined {
  const isKnown = ([name, ...inside]: string[]): boolean => {
    if (others.includes(name!)) return true
    if (Object.hasOwn(templateNames, name!) && templateNames[name!]!.length)
      return inside.length <= 1 && inside.every((part) => part === '' || templateNames[name!]!.includes(part))
    return (
      (Object.hasOwn(templateNames, name!) || attributes.includes(name!)) &&
      inside.every((part) => ofTexts.includes(part))
    )
  }
  try {
    return namesIn(template)
      .find((path) => !isKnown(path))
      ?.join('.')
  } catch {
    return undefined
  }
}

/** What is wrong with a template, after its subject: it cannot be read, or names what is not there. */
export function templateProblem(
  template: string,
  attributes: string[],
  others: string[],
): string | undefined {
  const fault = templateFault(template)
  if (fault) return `cannot be read: ${fault}`
  const name = unknownName(template, attributes, others)
  if (name === undefined) return undefined
  const near = nearestName(name, [...attributes, ...others, ...Object.keys(templateNames)])
  return `names “${name}”, which is nothing here${near ? `; did you mean ${near}?` : ''}`
}
