import { type Attribute, attributeType, type Value } from '../attribute'
import { namesIn, render, templateNames } from '../template'
import type { NamedState } from './effect-kind'

/** So many outputs of a template are gone through. */
const mostOutputs = 200
/** What stands for a day and for somebody's name: no attribute takes one of these and not another. */
const someDay = '2026-03-01'
const somebody = 'Ada Lovewell'

/**
 * What a template can give in a transition, where all that it names can be gone through: the states, the day, who
 * fires, choices and yes or no. Undefined where it names anything else, whose values nobody can list.
 */
export function outputsOf(
  template: string,
  into: Attribute,
  { attributes, from, to }: { attributes: Attribute[]; from: NamedState; to: NamedState },
): string[] | undefined {
  const names = new Set(namesIn(template).map(([name]) => name!))
  const samples: Record<string, unknown[]> =
    template.includes('|') || into.type === 'choice' || into.type === 'text'
      ? {}
      : { today: [someDay], person: [{ name: somebody }] }
  let contexts: Record<string, unknown>[] = [{ from, to }]
  for (const name of names) {
    if (name === 'from' || name === 'to') continue
    const values =
      samples[name] ?? (Object.hasOwn(templateNames, name) ? undefined : valuesOf(name, attributes))
    if (!values || contexts.length * values.length > mostOutputs) return undefined
    contexts = contexts.flatMap((context) => values.map((value) => ({ ...context, [name]: value })))
  }
  return contexts.map((context) => render(template, context))
}

/** Every value of an attribute, empty included; undefined where there are too many to list. */
function valuesOf(name: string, attributes: Attribute[]): Value[] | undefined {
  const attribute = attributes.find(({ id }) => id === name)
  if (!attribute) return undefined
  if (attributeType(attribute.type).valueType === 'yesno') return [null, true, false]
  const only = attributeType(attribute.type).only?.(attribute)
  return only && [null, ...only]
}
