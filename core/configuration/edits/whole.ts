import { lifecycleOf, schemeOf, stateUseOf } from '../look-up'
import { EditError, idFor, named } from '../naming'
import { type Pattern, patterns } from '../patterns'
import type { Configuration, Lifecycle, Named, StateUse, Transition } from '../types'

/** A lifecycle to be made: empty, a copy of another one (`like`), or from a shipped pattern. `id` names the scheme that it labels by. */
export interface NewLifecycle {
  name: string
  id: string
  like?: string
  pattern?: string
}

/** Adds a lifecycle. A pattern brings the roles and catalogue states it speaks of, where they are missing. */
export function addLifecycle(
  configuration: Configuration,
  { name: wanted, id: labels, like, pattern: wantedPattern }: NewLifecycle,
): Configuration {
  const name = named(
    wanted,
    'lifecycle',
    configuration.lifecycles.map((lifecycle) => lifecycle.name),
  )
  const id = idFor(
    name,
    configuration.lifecycles.map((lifecycle) => lifecycle.id),
  )
  const scheme = schemeOf(configuration, labels).id
  if (like !== undefined)
    return withLifecycle(configuration, { ...lifecycleOf(configuration, like), scheme, id, name })
  if (wantedPattern === undefined)
    return withLifecycle(configuration, { id, name, scheme, entry: '', states: [], transitions: [] })
  const pattern = patterns.find((other) => other.id === wantedPattern)
  if (!pattern)
    throw new EditError(
      `there is no pattern “${wantedPattern}”; there are ${patterns.map((other) => other.id).join(', ')}`,
    )
  return fromPattern(configuration, pattern, { id, name, scheme })
}

const withLifecycle = (configuration: Configuration, lifecycle: Lifecycle): Configuration => ({
  ...configuration,
  lifecycles: [...configuration.lifecycles, lifecycle],
})

function fromPattern(
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
  const principal = (who: string) => (who === 'anyone' ? who : `role:${idIn(roles, who)}`)
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
  return withLifecycle(
    { ...configuration, states, roles },
    { ...start, entry: uses[0]!.state, states: uses, transitions },
  )
}

const isCalled = (thing: Named, name: string) => thing.name.toLowerCase() === name.toLowerCase()

function withMissing(list: Named[], names: string[]): Named[] {
  return names.reduce(
    (known, name) =>
      known.some((thing) => isCalled(thing, name))
        ? known
        : [
            ...known,
            {
              id: idFor(
                name,
                known.map(({ id }) => id),
              ),
              name,
            },
          ],
    list,
  )
}

/** Takes a lifecycle away that no class uses. */
export function removeLifecycle(configuration: Configuration, id: string): Configuration {
  const gone = lifecycleOf(configuration, id)
  const users = configuration.classes.filter(({ lifecycle }) => lifecycle === id).map(({ name }) => name)
  if (users.length)
    throw new EditError(
      `${gone.name} is the lifecycle of ${users.join(', ')}: give ${users.length === 1 ? 'that class' : 'those classes'} another one first`,
    )
  return { ...configuration, lifecycles: configuration.lifecycles.filter((lifecycle) => lifecycle !== gone) }
}

/** Copies states with all that they are in one lifecycle into another, and the transitions between them. What is there already stays. */
export function pasteStates(
  configuration: Configuration,
  { lifecycle: id, source, states }: { lifecycle: string; source: string; states: string[] },
): Configuration {
  const target = lifecycleOf(configuration, id)
  const original = lifecycleOf(configuration, source)
  const fresh = states
    .map((state) => stateUseOf(original, state))
    .filter(({ state }) => !target.states.some((use) => use.state === state))
  const pasted = original.transitions
    .map((transition) => ({ ...transition, from: transition.from.filter((state) => states.includes(state)) }))
    .filter(
      (transition) =>
        transition.from.length &&
        states.includes(transition.to) &&
        !target.transitions.some((other) => isCalled(other, transition.name)),
    )
  if (fresh.length === 0 && pasted.length === 0)
    throw new EditError(`${target.name} has these states and their transitions already`)
  const transitions = pasted.reduce(
    (known, transition) => [
      ...known,
      {
        ...transition,
        id: idFor(
          transition.name,
          known.map((other) => other.id),
        ),
      },
    ],
    target.transitions,
  )
  const after = {
    ...target,
    entry: target.entry || fresh[0]!.state,
    states: [...target.states, ...fresh],
    transitions,
  }
  return {
    ...configuration,
    lifecycles: configuration.lifecycles.map((lifecycle) => (lifecycle === target ? after : lifecycle)),
  }
}
