import { type Principal, principal as principalOf } from '../access'
import { idFor } from './naming'
import type { Pattern, PatternTransition } from './patterns'
import type { Configuration, Lifecycle, Named, StateUse, Transition } from './types'

/**
 * Adds a lifecycle from a pattern to a configuration. Roles and catalogue states of the pattern are added if there are
 * none of their names.
 */
export function fromPattern(
  configuration: Configuration,
  pattern: Pattern,
  start: Pick<Lifecycle, 'id' | 'name' | 'scheme' | 'revisionAttribute'>,
): Configuration {
  const states = withMissing(
    configuration.states,
    pattern.states.map(({ name }) => name),
  )
  const roles = withMissing(configuration.roles, pattern.roles)
  const idIn = (list: Named[], name: string) => list.find((thing) => isCalled(thing, name))!.id
  const named: Naming = {
    state: (name) => idIn(states, name),
    principal: (who) => (pattern.roles.includes(who) ? principalOf('role', idIn(roles, who)) : who),
  }
  const uses = pattern.states.map(({ name, grants, ...use }): StateUse => ({
    ...use,
    state: named.state(name),
    grants: Object.fromEntries(Object.entries(grants).map(([who, rights]) => [named.principal(who), rights])),
  }))
  const transitions = pattern.transitions.reduce<Transition[]>(
    (made, transition) => [...made, transitionOf(transition, named, made)],
    [],
  )
  const lifecycle: Lifecycle = { ...start, entry: uses[0]!.state, states: uses, transitions }
  return { ...configuration, states, roles, lifecycles: [...configuration.lifecycles, lifecycle] }
}

/** The ids of a configuration for the names of a pattern. */
interface Naming {
  state: (name: string) => string
  principal: (who: string) => Principal
}

function transitionOf(
  { from, to, firedBy, seats, notices, references, ...rest }: PatternTransition,
  { state, principal }: Naming,
  before: Transition[],
): Transition {
  return {
    trigger: 'hand',
    effects: [],
    ...rest,
    id: idFor(
      rest.name,
      before.map(({ id }) => id),
    ),
    from: from.map(state),
    to: state(to),
    ...(firedBy && { firedBy: firedBy.map(principal) }),
    ...(seats && { seats: seats.map((seat) => ({ ...seat, members: seat.members.map(principal) })) }),
    ...(notices && { notices: notices.map((notice) => ({ ...notice, to: notice.to.map(principal) })) }),
    ...(references && { references: { ...references, states: references.states.map(state) } }),
  }
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
