import { type Configuration, type Lifecycle, schemeIn, stateName, type Transition } from '../configuration'
import type { Finding } from './finding'
import { reachable } from './graph'

/** Beyond so many states a lifecycle is hard to explain to anybody. */
const mostStates = 12

/** Names that stand twice, references to nothing, states that cannot be reached or left. */
export function checkStructure(configuration: Configuration): Finding[] {
  const used = new Set(
    configuration.lifecycles.flatMap((lifecycle) => lifecycle.states.map((use) => use.state)),
  )
  const unused = configuration.states
    .filter(({ id }) => !used.has(id))
    .map(({ id, name }): Finding => ({
      code: 'state-unused',
      severity: 'advice',
      where: { state: id },
      message: `${name} stands in the catalogue, and no lifecycle uses it`,
      fix: { words: `take ${name} out of the catalogue`, edit: { kind: 'drop-state', state: id } },
    }))
  return [
    ...namesTwice(configuration),
    ...configuration.lifecycles.flatMap((lifecycle) => checkLifecycle(configuration, lifecycle)),
    ...unused,
  ]
}

function namesTwice(configuration: Configuration): Finding[] {
  const lists = [
    ['state', 'states', configuration.states],
    ['lifecycle', 'lifecycles', configuration.lifecycles],
    ['class', 'classes', configuration.classes],
    ['scheme', 'schemes', configuration.schemes],
    ['attribute', 'attributes', configuration.attributes],
  ] as const
  return lists.flatMap(([kind, plural, list]) => {
    const seen = new Set<string>()
    return list.flatMap(({ id, name }): Finding[] => {
      const folded = name.toLowerCase()
      if (!seen.has(folded)) {
        seen.add(folded)
        return []
      }
      return [
        {
          code: 'duplicate-name',
          severity: 'error',
          where: { [kind]: id },
          message: `the name ${name} stands twice among the ${plural}`,
        },
      ]
    })
  })
}

function checkLifecycle(configuration: Configuration, lifecycle: Lifecycle): Finding[] {
  const findings: Finding[] = []
  const say = (
    code: string,
    severity: Finding['severity'],
    message: string,
    where: Finding['where'] = {},
    fix?: Finding['fix'],
  ) =>
    findings.push({
      code,
      severity,
      where: { lifecycle: lifecycle.id, ...where },
      message,
      ...(fix ? { fix } : {}),
    })
  const used = new Set(lifecycle.states.map((use) => use.state))
  const catalogue = new Set(configuration.states.map(({ id }) => id))
  if (!used.has(lifecycle.entry))
    say('entry-missing', 'error', `${lifecycle.name} has no state in which documents enter`)
  if (!schemeIn(configuration, lifecycle))
    say('unknown-reference', 'error', `${lifecycle.name} names a revision scheme that does not exist`)
  if (
    lifecycle.revisionAttribute &&
    !configuration.attributes.some(({ id }) => id === lifecycle.revisionAttribute)
  )
    say(
      'unknown-reference',
      'error',
      `${lifecycle.name} keeps the label in “${lifecycle.revisionAttribute}”, which is no attribute`,
    )
  if (used.size > mostStates)
    say(
      'too-many-states',
      'advice',
      `${lifecycle.name} has ${used.size} states; more than ${mostStates} are hard to explain`,
    )

  const reached = reachable([lifecycle.entry], lifecycle.transitions)
  const left = new Set(lifecycle.transitions.flatMap(({ from, to }) => from.filter((state) => state !== to)))
  for (const { state, final } of lifecycle.states) {
    const name = stateName(configuration, state)
    const setFinal = (on: boolean): Finding['fix'] => ({
      words: on ? `mark ${name} final` : `take the mark “final” off ${name}`,
      edit: { kind: 'change-state', lifecycle: lifecycle.id, state, patch: { final: on } },
    })
    if (!catalogue.has(state))
      say(
        'unknown-reference',
        'error',
        `${lifecycle.name} uses the state “${state}”, which is not in the catalogue`,
        { state },
      )
    if (!reached.has(state))
      say('state-unreachable', 'warning', `no transition leads from the entry to ${name}`, { state })
    if (!left.has(state) && !final)
      say(
        'state-stuck',
        'warning',
        `nothing leads out of ${name}, and it is not marked final`,
        { state },
        setFinal(true),
      )
    if (left.has(state) && final)
      say(
        'final-with-exit',
        'warning',
        `${name} is marked final, and yet a transition leads out of it`,
        { state },
        setFinal(false),
      )
  }
  const names = new Map<string, Transition>()
  for (const transition of lifecycle.transitions) {
    const where = { transition: transition.id }
    if (names.has(transition.name.toLowerCase()))
      say(
        'duplicate-name',
        'error',
        `two transitions of ${lifecycle.name} are called ${transition.name}`,
        where,
      )
    names.set(transition.name.toLowerCase(), transition)
    if (transition.from.length === 0)
      say('unknown-reference', 'error', `${transition.name} starts from no state`, where)
    for (const state of new Set([
      ...transition.from,
      transition.to,
      ...(transition.references?.states ?? []),
    ]))
      if (!used.has(state))
        say(
          'unknown-reference',
          'error',
          `${transition.name} names the state “${state}”, which ${lifecycle.name} does not use`,
          where,
        )
  }
  findings.push(...principalsUnknown(configuration, lifecycle))
  return findings
}

/** Roles and groups that are named somewhere in a lifecycle and exist nowhere. */
function principalsUnknown(configuration: Configuration, lifecycle: Lifecycle): Finding[] {
  const known = new Set([
    ...configuration.roles.map(({ id }) => `role:${id}`),
    ...configuration.groups.map(({ id }) => `group:${id}`),
  ])
  const unknown = (principals: string[]) =>
    [...new Set(principals)].filter((principal) => /^(role|group):/.test(principal) && !known.has(principal))
  const inTransitions = lifecycle.transitions.flatMap((transition) =>
    unknown([
      ...(transition.firedBy ?? []),
      ...(transition.seats ?? []).flatMap(({ members }) => members),
      ...(transition.notices ?? []).flatMap(({ to }) => to),
    ]).map((principal): Finding => ({
      code: 'unknown-reference',
      severity: 'error',
      where: { lifecycle: lifecycle.id, transition: transition.id },
      message: `${transition.name} names “${principal}”, which does not exist`,
    })),
  )
  const inStates = lifecycle.states.flatMap(({ state, grants }) =>
    unknown(Object.keys(grants ?? {})).map((principal): Finding => ({
      code: 'unknown-reference',
      severity: 'error',
      where: { lifecycle: lifecycle.id, state },
      message: `${stateName(configuration, state)} grants rights to “${principal}”, which does not exist`,
    })),
  )
  return [...inTransitions, ...inStates]
}
