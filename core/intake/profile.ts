import { ConditionError, parseCondition } from '../condition'
import type { Configuration } from '../configuration'
import { type Fields, list, map, object, one, optional, text } from '../shape'
import { sourceKinds } from './evidence'
import { namePattern, PatternError } from './pattern'
import type { Profile } from './types'

/** A profile, as it stands in a file; what is missing has its usual value. */
export const profileFields: Fields = {
  patterns: optional(list(text(300), 30)),
  folder: optional(text(500)),
  ranking: optional(list(one(sourceKinds), 10)),
  class: optional(text(80)),
  states: optional(list(object({ when: text(10_000), state: text(80) }), 50)),
  otherwise: optional(text(80)),
  columns: optional(map(text(200))),
  attributes: optional(map(text(80))),
}

/** Something in a profile that cannot be used, with its place there and, in a text, the character. */
export interface ProfileFault {
  path: (string | number)[]
  message: string
  position?: number
}

/** Everything that makes a profile unusable with a configuration; empty where nothing does. */
export function profileFaults(profile: Profile, configuration: Configuration): ProfileFault[] {
  const { patterns, states, otherwise } = profile
  const state = (id: string, path: ProfileFault['path']) =>
    configuration.states.some((other) => other.id === id)
      ? []
      : [{ path, message: `there is no state “${id}” in the catalogue` }]
  return [
    ...(patterns.length
      ? []
      : [{ path: ['patterns'], message: 'an intake needs at least one name pattern' }]),
    ...patterns.flatMap((pattern, index) => patternFault(pattern, ['patterns', index])),
    ...states.flatMap((rule, index) => [
      ...conditionFault(rule.when, configuration, ['states', index, 'when']),
      ...state(rule.state, ['states', index, 'state']),
    ]),
    ...(otherwise === '' ? [] : state(otherwise, ['otherwise'])),
    ...(profile.class && !configuration.classes.some(({ id }) => id === profile.class)
      ? [{ path: ['class'], message: `there is no class “${profile.class}”` }]
      : []),
  ]
}

/** What is wrong with name patterns alone. */
export const patternFaults = (patterns: string[]): ProfileFault[] =>
  patterns.flatMap((pattern, index) => patternFault(pattern, ['patterns', index]))

function patternFault(pattern: string, path: ProfileFault['path']): ProfileFault[] {
  try {
    namePattern(pattern)
    return []
  } catch (error) {
    if (!(error instanceof PatternError)) throw error
    const { message, position } = error
    return [
      { path, message: `pattern ${Number(path[1]) + 1}, character ${position + 1}: ${message}`, position },
    ]
  }
}

function conditionFault(
  when: string,
  { attributes }: Configuration,
  path: ProfileFault['path'],
): ProfileFault[] {
  try {
    parseCondition(when, attributes)
    return []
  } catch (error) {
    if (!(error instanceof ConditionError)) throw error
    const { message, position } = error
    const rule = `the rule ${Number(path[1]) + 1} for the target state`
    return [{ path, message: `${rule}, character ${position + 1}: ${message}`, position }]
  }
}
