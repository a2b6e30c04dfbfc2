import { anyone, principal as principalOf } from '../access'
import { idFor } from './naming'
import type { Pattern } from './patterns'
import type { Configuration, Lifecycle, Named, StateUse, Transition } from './types'

/**
 * A configuration with a lifecycle from a pattern, and the roles and catalogue states that the pattern speaks
 * of, where they are missing.
 */
export function fromPattern(
  configuration: Configuration,
  pattern: Pattern,
  start: Pick<Lifecycle, 'id' | 'name' | 'scheme'>,
): Configuration {
  const states = withMissing(
    configuration.states,
    pattern.states.map(({ name }) => name),
  )
  const roles = withMissing(configuration.roles, pattern.roles)
  const idIn = (list: Named[], name: string) => list.find((thing) => isCalled(thing, name))!.id
  const principal = (who: string) => (who === anyone ? who : principalOf('role', idIn(roles, who)))
  const uses = pattern.states.map(({ name, grants, ...use }): StateUse => ({
    ...use,
    state: idIn(states, name),
    grants: Object.fromEntries(Object.entries(grants).map(([who, rights]) => [principal(who), rights])),
  }))
  const transitions = pattern.transitions.map(({ from, to, firedBy, ...rest }): Transition => ({
    id: idFor(rest.name, []),
    trigger: 'hand',
    effects: [],
    ...rest,
    from: from.map((name) => idIn(states, name)),
    to: idIn(states, to),
    firedBy: firedBy.map(principal),
  }))
  const lifecycle: Lifecycle = { ...start, entry: uses[0]!.state, states: uses, transitions }
  return { ...configuration, states, roles, lifecycles: [...configuration.lifecycles, lifecycle] }
}

/** Whether a thing has a name, in whichever case. */
export const isCalled = (thing: Named, name: string) => thing.name.toLowerCase() === name.toLowerCase()

/** A list with what it lacks of some names. */
function withMissing(list: Named[], names: string[]): Named[] {
  return names.reduce((known, name) => {
    if (known.some((thing) => isCalled(thing, name))) return known
    const taken = known.map(({ id }) => id)
    return [...known, { id: idFor(name, taken), name }]
  }, list)
}
