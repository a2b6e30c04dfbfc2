import { isReserved } from '../condition'
import type { Configuration, Lifecycle } from '../configuration'
import { finding, type Finding } from './finding'

/** Names and ids that stand twice, and ids that mean something else already. */
export const checkNames = (configuration: Configuration): Finding[] => [
  ...namesTwice(configuration),
  ...idsTwice(configuration),
  ...attributesReserved(configuration),
]

function namesTwice(configuration: Configuration): Finding[] {
  const { states, lifecycles, classes, schemes, attributes, roles, groups, scripts = [] } = configuration
  const lists = [
    ['state', 'states', states],
    ['lifecycle', 'lifecycles', lifecycles],
    ['class', 'classes', classes],
    ['scheme', 'schemes', schemes],
    ['attribute', 'attributes', attributes],
    ['role', 'roles', roles],
    ['group', 'groups', groups],
    ['script', 'scripts', scripts],
  ] as const
  return lists.flatMap(([kind, plural, list]) =>
    repeated([...list], ({ name }) => name.normalize('NFC').trim().toLowerCase()).map(({ id, name }) =>
      finding('duplicate-name', { [kind]: id }, `the name ${name} stands twice among the ${plural}`),
    ),
  )
}

/**
 * Ids that stand twice: nobody could say which of the two is meant. A state twice in one lifecycle, and a transition,
 * count too.
 */
function idsTwice(configuration: Configuration): Finding[] {
  const kinds = ['attribute', 'scheme', 'state', 'role', 'group', 'lifecycle', 'class', 'script'] as const
  const lists = {
    attribute: configuration.attributes,
    scheme: configuration.schemes,
    state: configuration.states,
    role: configuration.roles,
    group: configuration.groups,
    lifecycle: configuration.lifecycles,
    class: configuration.classes,
    script: configuration.scripts ?? [],
  }
  const within = configuration.lifecycles.flatMap((lifecycle) => [
    ...repeated(lifecycle.states, ({ state }) => state).map(({ state }) =>
      finding(
        'duplicate-name',
        { lifecycle: lifecycle.id, state },
        `${lifecycle.name} uses the state “${state}” twice: take one of the two out`,
        { witness: { id: state } },
      ),
    ),
    ...repeated(lifecycle.transitions, ({ id }) => id).map(({ id }) =>
      finding(
        'duplicate-name',
        { lifecycle: lifecycle.id, transition: id },
        `${lifecycle.name} has two transitions with the id “${id}”: give one of them another`,
        { witness: { id } },
      ),
    ),
  ])
  const across = kinds.flatMap((kind) =>
    repeated<{ id: string }>(lists[kind], ({ id }) => id).map(({ id }) =>
      finding('duplicate-name', { [kind]: id }, `the id “${id}” stands twice: give one ${kind} another`, {
        witness: { id },
      }),
    ),
  )
  return [...across, ...within, ...configuration.lifecycles.flatMap(seatsTwice)]
}

/** Two seats of a transition with one id: nobody could say which of them a slot asks for. */
const seatsTwice = ({ id: lifecycle, transitions }: Lifecycle): Finding[] =>
  transitions.flatMap(({ id: transition, name, seats = [] }) =>
    repeated(seats, ({ id }) => id).map(({ id }) =>
      finding('duplicate-name', { lifecycle, transition }, `${name} has two seats with the id “${id}”`, {
        witness: { id },
      }),
    ),
  )

/** Attributes that no condition could name, since their ids mean something there already. */
function attributesReserved({ attributes }: Configuration): Finding[] {
  return attributes
    .filter(({ id }) => isReserved(id))
    .map(({ id, name }) =>
      finding(
        'duplicate-name',
        { attribute: id },
        `the attribute ${name} has the id “${id}”, which is a word of conditions: give it another`,
        { witness: { id } },
      ),
    )
}

/** What has a key that something before it has. */
export function repeated<T>(list: T[], keyOf: (thing: T) => string): T[] {
  const seen = new Set<string>()
  return list.filter((thing) => {
    const key = keyOf(thing)
    const again = seen.has(key)
    seen.add(key)
    return again
  })
}
