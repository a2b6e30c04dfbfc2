import { ConditionError, namesOf, parseCondition } from '../../condition'
import { attributeId } from '../../shape'
import { adoptedAttribute } from '../../revision'
import { attributeOf } from '../look-up'
import { EditError } from '../naming'
import { headingsAfter, idsOnSheet } from '../sheets'
import type { Configuration, DocumentClass } from '../types'
import type { EditKind } from './edit-kind'

/** Takes an attribute away that nothing in the configuration uses; what records hold in it is kept with them. */
export interface RemoveAttribute {
  kind: 'remove-attribute'
  id: string
}

export const removeAttribute: EditKind<RemoveAttribute> = {
  fields: { id: attributeId },
  apply(configuration, { id }) {
    const { name } = attributeOf(configuration, id)
    const users = usesOf(configuration, id)
    if (users.length) throw new EditError(`${name} is used by ${users.join(', ')}: take it out there first`)
    return {
      ...configuration,
      attributes: configuration.attributes.filter((attribute) => attribute.id !== id),
      classes: configuration.classes.map((one) => without(configuration, one, id)),
    }
  },
  words: (configuration, { id }) => `Remove attribute ${attributeOf(configuration, id).name}`,
}

/** A class without an attribute on its sheet; a heading that stood over it passes on. */
function without(configuration: Configuration, one: DocumentClass, id: string): DocumentClass {
  const before = idsOnSheet(configuration, one)
  const after = before.filter((other) => other !== id)
  return {
    ...one,
    ...(one.attributes ? { attributes: after } : {}),
    ...(one.groups ? { groups: headingsAfter(one.groups, before, after) } : {}),
  }
}

/** What names an attribute, in words: lifecycles, transitions, class rules. */
export function usesOf(configuration: Configuration, id: string): string[] {
  const names = (condition: string | undefined) => isNamedIn(configuration, condition, id)
  return [
    ...configuration.classes.filter(({ rule }) => names(rule)).map(({ name }) => `the rule of ${name}`),
    ...configuration.lifecycles.flatMap(({ name, revisionAttribute, transitions }) => [
      ...(revisionAttribute === id ? [`${name}, whose revision it holds`] : []),
      ...transitions
        .filter(
          ({ guard, effects, revision }) =>
            names(guard) ||
            adoptedAttribute(revision) === id ||
            effects.some((effect) => effect.kind === 'write' && effect.attribute === id),
        )
        .map((transition) => `${transition.name} in ${name}`),
    ]),
  ]
}

function isNamedIn({ attributes }: Configuration, condition: string | undefined, id: string): boolean {
  if (!condition) return false
  try {
    return [...namesOf(parseCondition(condition, attributes))].includes(id)
  } catch (error) {
    if (!(error instanceof ConditionError)) throw error
    return new RegExp(`\\b${id}\\b`).test(condition)
  }
}
