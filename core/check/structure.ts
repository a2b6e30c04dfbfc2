import { type Principal, principal as principalOf, readPrincipal } from '../access'
import {
  type Configuration,
  type Lifecycle,
  schemeIn,
  stateName,
  type StateUse,
  type Transition,
} from '../configuration'
import type { FindingCode } from './codes'
import { isReserved } from '../condition'
import { finding, type Finding, type Where } from './finding'
import { reachable } from './graph'

/** Beyond so many states a lifecycle is hard to explain to anybody. */
const mostStates = 12

/** Names that stand twice, references to nothing, states that cannot be reached or left. */
export function checkStructure(configuration: Configuration): Finding[] {
  return [
    ...namesTwice(configuration),
    ...idsTwice(configuration),
    ...attributesReserved(configuration),
    ...configuration.lifecycles.flatMap((lifecycle) => [
      ...inLifecycle(configuration, lifecycle),
      ...inStates(configuration, lifecycle),
      ...inTransitions(lifecycle),
      ...principalsUnknown(configuration, lifecycle),
    ]),
    ...statesUnused(configuration),
  ]
}

function statesUnused({ states, lifecycles }: Configuration): Finding[] {
  const used = new Set(lifecycles.flatMap((lifecycle) => lifecycle.states.map((use) => use.state)))
  return states
    .filter(({ id }) => !used.has(id))
    .map(({ id, name }) =>
      finding('state-unused', { state: id }, `${name} stands in the catalogue, and no lifecycle uses it`, {
        fix: { words: `take ${name} out of the catalogue`, edit: { kind: 'drop-state', state: id } },
      }),
    )
}

function namesTwice({ states, lifecycles, classes, schemes, attributes }: Configuration): Finding[] {
  const lists = [
    ['state', 'states', states],
    ['lifecycle', 'lifecycles', lifecycles],
    ['class', 'classes', classes],
    ['scheme', 'schemes', schemes],
    ['attribute', 'attributes', attributes],
  ] as const
  return lists.flatMap(([kind, plural, list]) =>
    repeated([...list], ({ name }) => name.toLowerCase()).map(({ id, name }) =>
      finding('duplicate-name', { [kind]: id }, `the name ${name} stands twice among the ${plural}`),
    ),
  )
}

/**
 * Ids that stand twice: nobody could say which of the two is meant. A state twice in one lifecycle, and a transition,
 * count too.
 */
function idsTwice(configuration: Configuration): Finding[] {
  const kinds = ['attribute', 'scheme', 'state', 'role', 'group', 'lifecycle', 'class'] as const
  const lists = {
    attribute: configuration.attributes,
    scheme: configuration.schemes,
    state: configuration.states,
    role: configuration.roles,
    group: configuration.groups,
    lifecycle: configuration.lifecycles,
    class: configuration.classes,
  }
  const within = configuration.lifecycles.flatMap((lifecycle) => [
    ...repeated(lifecycle.states, ({ state }) => state).map(({ state }) =>
      finding(
        'duplicate-name',
        { lifecycle: lifecycle.id, state },
        `${lifecycle.name} uses the state “${state}” twice: take one of the two out`,
      ),
    ),
    ...repeated(lifecycle.transitions, ({ id }) => id).map(({ id }) =>
      finding(
        'duplicate-name',
        { lifecycle: lifecycle.id, transition: id },
        `${lifecycle.name} has two transitions with the id “${id}”: give one of them another`,
      ),
    ),
  ])
  const across = kinds.flatMap((kind) =>
    repeated<{ id: string }>(lists[kind], ({ id }) => id).map(({ id }) =>
      finding('duplicate-name', { [kind]: id }, `the id “${id}” stands twice: give one ${kind} another`),
    ),
  )
  return [...across, ...within]
}

/** Attributes that no condition could name, since their ids mean something there already. */
function attributesReserved({ attributes }: Configuration): Finding[] {
  return attributes
    .filter(({ id }) => isReserved(id))
    .map(({ id, name }) =>
      finding(
        'duplicate-name',
        { attribute: id },
        `the attribute ${name} has the id “${id}”, which is a word of conditions: give it another`,
      ),
    )
}

/** What has a key that something before it has. */
function repeated<T>(list: T[], keyOf: (thing: T) => string): T[] {
  const seen = new Set<string>()
  return list.filter((thing) => {
    const key = keyOf(thing)
    const again = seen.has(key)
    seen.add(key)
    return again
  })
}

/** Makes findings about a lifecycle. */
const sayOf =
  ({ id }: Lifecycle) =>
  (code: FindingCode, message: string, where: Where = {}, fix?: Finding['fix']): Finding =>
    finding(code, { lifecycle: id, ...where }, message, fix ? { fix } : {})

function inLifecycle(configuration: Configuration, lifecycle: Lifecycle): Finding[] {
  const { name, states, entry, revisionAttribute: label } = lifecycle
  const say = sayOf(lifecycle)
  const findings: Finding[] = []
  if (!states.some(({ state }) => state === entry))
    findings.push(say('entry-missing', `${name} has no state in which documents enter`))
  if (!schemeIn(configuration, lifecycle))
    findings.push(say('unknown-reference', `${name} names a revision scheme that does not exist`))
  if (label && !configuration.attributes.some(({ id }) => id === label))
    findings.push(say('unknown-reference', `${name} keeps the label in “${label}”, which is no attribute`))
  const many = new Set(states.map(({ state }) => state)).size
  if (many > mostStates)
    findings.push(
      say('too-many-states', `${name} has ${many} states; more than ${mostStates} are hard to explain`),
    )
  return findings
}

function inStates(configuration: Configuration, lifecycle: Lifecycle): Finding[] {
  const catalogue = new Set(configuration.states.map(({ id }) => id))
  const reached = reachable([lifecycle.entry], lifecycle.transitions)
  const left = new Set(lifecycle.transitions.flatMap(({ from, to }) => from.filter((state) => state !== to)))
  const say = sayOf(lifecycle)
  return lifecycle.states.flatMap(({ state, final }: StateUse) => {
    const name = stateName(configuration, state)
    const setFinal = (on: boolean): Finding['fix'] => ({
      words: on ? `mark ${name} final` : `take the mark “final” off ${name}`,
      edit: { kind: 'change-state', lifecycle: lifecycle.id, state, patch: { final: on } },
    })
    const checks: [boolean, FindingCode, string, Finding['fix']?][] = [
      [
        !catalogue.has(state),
        'unknown-reference',
        `${lifecycle.name} uses the state “${state}”, which is not in the catalogue`,
      ],
      [!reached.has(state), 'state-unreachable', `no transition leads from the entry to ${name}`],
      [
        !left.has(state) && !final,
        'state-stuck',
        `nothing leads out of ${name}, and it is not marked final`,
        setFinal(true),
      ],
      [
        left.has(state) && final === true,
        'final-with-exit',
        `${name} is marked final, and yet a transition leads out of it`,
        setFinal(false),
      ],
    ]
    return checks.flatMap(([is, code, message, fix]) => (is ? [say(code, message, { state }, fix)] : []))
  })
}

function inTransitions(lifecycle: Lifecycle): Finding[] {
  const { name, states, transitions } = lifecycle
  const say = sayOf(lifecycle)
  const used = new Set(states.map((use) => use.state))
  const twice = new Set(repeated(transitions, (transition) => transition.name.toLowerCase()))
  return transitions.flatMap((transition) => {
    const where = { transition: transition.id }
    return [
      ...(twice.has(transition)
        ? [say('duplicate-name', `two transitions of ${name} are called ${transition.name}`, where)]
        : []),
      ...(transition.from.length === 0
        ? [say('unknown-reference', `${transition.name} starts from no state`, where)]
        : []),
      ...statesNamed(transition)
        .filter((state) => !used.has(state))
        .map((state) =>
          say(
            'unknown-reference',
            `${transition.name} names the state “${state}”, which ${name} does not use`,
            where,
          ),
        ),
    ]
  })
}

const statesNamed = ({ from, to, references }: Transition): string[] => [
  ...new Set([...from, to, ...(references?.states ?? [])]),
]

/** Roles and groups that are named somewhere in a lifecycle and exist nowhere. */
function principalsUnknown({ roles, groups, states }: Configuration, lifecycle: Lifecycle): Finding[] {
  const known = new Set<Principal>([
    ...roles.map(({ id }) => principalOf('role', id)),
    ...groups.map(({ id }) => principalOf('group', id)),
  ])
  const isOurs = (principal: Principal) => {
    const kind = readPrincipal(principal)?.kind
    return kind === 'role' || kind === 'group'
  }
  const unknown = (principals: Principal[]) =>
    [...new Set(principals)].filter((principal) => isOurs(principal) && !known.has(principal))
  const say = sayOf(lifecycle)
  const nameOf = (state: string) => states.find(({ id }) => id === state)?.name ?? state
  return [
    ...lifecycle.transitions.flatMap((transition) =>
      unknown(principalsIn(transition)).map((principal) =>
        say('unknown-reference', `${transition.name} names “${principal}”, which does not exist`, {
          transition: transition.id,
        }),
      ),
    ),
    ...lifecycle.states.flatMap(({ state, grants }) =>
      unknown(Object.keys(grants ?? {})).map((principal) =>
        say('unknown-reference', `${nameOf(state)} grants rights to “${principal}”, which does not exist`, {
          state,
        }),
      ),
    ),
  ]
}

const principalsIn = ({ firedBy = [], seats = [], notices = [] }: Transition): Principal[] => [
  ...firedBy,
  ...seats.flatMap(({ members }) => members),
  ...notices.flatMap(({ to }) => to),
]
