import { catalogueState, lifecycleOf, stateUseOf } from '../look-up'
import type { Configuration, Lifecycle, State, StateUse } from '../types'

/** A configuration with one lifecycle changed. */
export function changeLifecycle(
  configuration: Configuration,
  id: string,
  change: (lifecycle: Lifecycle) => Lifecycle,
): Configuration {
  const before = lifecycleOf(configuration, id)
  return {
    ...configuration,
    lifecycles: configuration.lifecycles.map((lifecycle) =>
      lifecycle === before ? change(before) : lifecycle,
    ),
  }
}

/** A configuration with a state changed in one lifecycle. */
export function changeUse(
  configuration: Configuration,
  { lifecycle: id, state }: { lifecycle: string; state: string },
  change: (use: StateUse) => StateUse,
): Configuration {
  return changeLifecycle(configuration, id, (lifecycle) => {
    const before = stateUseOf(lifecycle, state)
    return { ...lifecycle, states: lifecycle.states.map((use) => (use === before ? change(before) : use)) }
  })
}

/** A configuration with a state of the catalogue changed. */
export function changeCatalogue(
  configuration: Configuration,
  id: string,
  change: (state: State) => State,
): Configuration {
  const before = catalogueState(configuration, id)
  return {
    ...configuration,
    states: configuration.states.map((state) => (state === before ? change(state) : state)),
  }
}

/** A copy with the patch's settings; those that are null are taken away. */
export function patched<T extends object>(thing: T, patch: object): T {
  const entries = Object.entries({ ...thing, ...patch }).filter(
    ([, value]) => value !== null && value !== undefined,
  )
  return Object.fromEntries(entries) as T
}

/** A list with an item at another place. */
export function moved<T>(list: T[], item: T, to: number): T[] {
  const rest = list.filter((other) => other !== item)
  const at = Math.max(0, Math.min(to, rest.length))
  return [...rest.slice(0, at), item, ...rest.slice(at)]
}
