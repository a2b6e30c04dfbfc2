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
import { finding, type Finding, type Where } from './finding'
import { reachable } from './graph'
import { repeated } from './names'
import type { Scope } from './scope'

/** Beyond so many states a lifecycle is hard to explain to anybody. */
const mostStates = 12

/** References to nothing, states that cannot be reached or left. */
export const checkStructure = ({ configuration, lifecycle }: Scope): Finding[] => [
  ...inLifecycle(configuration, lifecycle),
  ...inStates(configuration, lifecycle),
  ...inTransitions(lifecycle),
  ...principalsUnknown(configuration, lifecycle),
  ...scriptsUnknown(configuration, lifecycle),
]

/** States of the catalogue that no lifecycle uses. */
export function statesUnused({ states, lifecycles }: Configuration): Finding[] {
  const used = new Set(lifecycles.flatMap((lifecycle) => lifecycle.states.map((use) => use.state)))
  return states
    .filter(({ id }) => !used.has(id))
    .map(({ id, name }) =>
      finding('state-unused', { state: id }, `${name} stands in the catalogue, and no lifecycle uses it`, {
        fix: { words: `take ${name} out of the catalogue`, edit: { kind: 'drop-state', state: id } },
      }),
    )
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

/** Effects that run a script which is not there. */
function scriptsUnknown({ scripts = [] }: Configuration, lifecycle: Lifecycle): Finding[] {
  const say = sayOf(lifecycle)
  return lifecycle.transitions.flatMap((transition) =>
    transition.effects.flatMap((effect) =>
      effect.kind === 'run' && !scripts.some(({ id }) => id === effect.job)
        ? [
            say(
              'unknown-reference',
              `${transition.name} runs “${effect.job}”, which is no script of this configuration`,
              { transition: transition.id },
            ),
          ]
        : [],
    ),
  )
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
