import {
  type Condition,
  ConditionError,
  covers,
  type Operand,
  parseCondition,
  satisfiable,
  type Solution,
  solve,
} from '../condition'
import type { Attribute } from '../attribute'
import { type Configuration, type Lifecycle, stateName, type Transition } from '../configuration'
import type { Finding } from './finding'
import { reachable } from './graph'

const yes: Condition = { kind: 'constant', value: true }

/** Guards that cannot be read or never hold; unattended transitions that overlap, leave a gap, or run in a circle. */
export function checkGuards(configuration: Configuration): Finding[] {
  return configuration.lifecycles.flatMap((lifecycle) => {
    const findings: Finding[] = []
    const guards = new Map<string, Condition>()
    for (const transition of lifecycle.transitions) {
      const read = readGuard(configuration, lifecycle, transition)
      if ('code' in read) findings.push(read)
      else guards.set(transition.id, read)
    }
    for (const transition of lifecycle.transitions)
      findings.push(...neverTrue(configuration, lifecycle, transition, guards.get(transition.id)))
    const unattended = lifecycle.transitions.filter(
      ({ id, trigger }) => trigger === 'unattended' && guards.has(id),
    )
    if (unattended.length)
      findings.push(
        ...unattendedFindings(configuration, lifecycle),
        ...loops(configuration, lifecycle, unattended, guards),
      )
    return findings
  })
}

function readGuard(
  { attributes }: Configuration,
  lifecycle: Lifecycle,
  { id, name, guard }: Transition,
): Condition | Finding {
  if (!guard) return yes
  try {
    return parseCondition(guard, attributes)
  } catch (error) {
    if (!(error instanceof ConditionError)) throw error
    return {
      code: 'guard-invalid',
      severity: 'error',
      where: { lifecycle: lifecycle.id, transition: id },
      message: `the guard of ${name} cannot be read at character ${error.position + 1}: ${error.message}`,
      witness: { position: error.position },
    }
  }
}

/** That a record stands in one of these states. */
function standsIn(states: string[]): Condition {
  const of: Operand = { kind: 'identifier', type: 'text', name: 'state_id', at: 0 }
  return {
    kind: 'in',
    of,
    values: states.map((value): Operand => ({ kind: 'literal', type: 'text', value, at: 0 })),
  }
}

function neverTrue(
  { attributes }: Configuration,
  lifecycle: Lifecycle,
  { id, name, guard, from }: Transition,
  condition: Condition | undefined,
): Finding[] {
  if (!guard || !condition) return []
  const asked = guard.includes('state_id') ? [condition, standsIn(from)] : [condition]
  if (solve('overlap', asked, attributes).answer !== 'no') return []
  return [
    {
      code: 'guard-never-true',
      severity: 'warning',
      where: { lifecycle: lifecycle.id, transition: id },
      message: `no record can meet the guard of ${name}: it never fires`,
    },
  ]
}

/** Two unattended transitions out of one state, and whether some record there meets both guards. */
export interface Pair {
  one: Transition
  other: Transition
  solution: Solution
}

/** For the unattended transitions out of a state: every pair of them, and whether some record there meets none. */
export function unattendedIn(
  configuration: Configuration,
  lifecycle: Lifecycle,
  state: string,
): { pairs: Pair[]; rest: Solution | null } {
  const out = lifecycle.transitions
    .filter(({ trigger, from }) => trigger === 'unattended' && from.includes(state))
    .flatMap((transition) => {
      const guard = readGuard(configuration, lifecycle, transition)
      return 'code' in guard ? [] : [{ transition, guard }]
    })
  const here = standsIn([state])
  const pairs = out.flatMap(({ transition: one, guard }, index) =>
    out.slice(index + 1).map(({ transition: other, guard: second }): Pair => ({
      one,
      other,
      solution: solve('overlap', [guard, second, here], configuration.attributes),
    })),
  )
  return {
    pairs,
    rest: out.length
      ? covers([...out.map(({ guard }) => guard), { kind: 'not', of: here }], configuration.attributes)
      : null,
  }
}

function unattendedFindings(configuration: Configuration, lifecycle: Lifecycle): Finding[] {
  const told = new Set<string>()
  return lifecycle.states.flatMap(({ state }) => {
    const { pairs, rest } = unattendedIn(configuration, lifecycle, state)
    const fresh = pairs.filter(
      ({ one, other, solution }) => solution.answer !== 'no' && !told.has(`${one.id} ${other.id}`),
    )
    for (const { one, other } of fresh) told.add(`${one.id} ${other.id}`)
    return [
      ...fresh.map((pair) => overlapFinding(configuration, lifecycle, state, pair)),
      ...(rest?.answer === 'no' ? [gapFinding(configuration, lifecycle, state, rest)] : []),
    ]
  })
}

function overlapFinding(
  configuration: Configuration,
  lifecycle: Lifecycle,
  state: string,
  { one, other, solution }: Pair,
): Finding {
  const where = { lifecycle: lifecycle.id, state, transition: other.id }
  if (solution.answer === 'undecided')
    return {
      code: 'unattended-overlap',
      severity: 'warning',
      where,
      message: `${one.name} and ${other.name} may both hold in ${stateName(configuration, state)}: it cannot be decided (${solution.why})`,
    }
  return {
    code: 'unattended-overlap',
    severity: 'error',
    where,
    message: `${one.name} and ${other.name} both hold for some records in ${stateName(configuration, state)}: neither would fire`,
    witness: { record: solution.witness, transitions: [one.id, other.id] },
  }
}

function gapFinding(
  configuration: Configuration,
  lifecycle: Lifecycle,
  state: string,
  { witness }: Solution,
): Finding {
  const names = lifecycle.transitions
    .filter(({ trigger, from }) => trigger === 'unattended' && from.includes(state))
    .map(({ name }) => name)
  return {
    code: 'unattended-gap',
    severity: 'advice',
    where: { lifecycle: lifecycle.id, state },
    message: `some records in ${stateName(configuration, state)} meet none of ${names.join(', ')}: they stay there`,
    witness: { record: witness },
  }
}

/** Facts that may be different at every station of a way. */
const volatile = [
  'state_id',
  'revision_label',
  'revision_series',
  'revision_major',
  'revision_minor',
  'file_name',
  'file_extension',
  'folder_path',
]

/** Circles of unattended transitions that one record can run through for ever. What is written on the way counts as unknown afterwards. */
function loops(
  configuration: Configuration,
  lifecycle: Lifecycle,
  unattended: Transition[],
  guards: Map<string, Condition>,
): Finding[] {
  const turning = unattended.filter(({ from, to }) => {
    const onwards = reachable([to], unattended)
    return from.some((state) => onwards.has(state))
  })
  return circles(lifecycle, turning, follows(configuration, lifecycle, guards)).flatMap(
    (circle): Finding[] => {
      const written = new Set(circle.flatMap(({ transition }) => writtenBy(lifecycle, transition)))
      if (
        neverTogether(
          configuration,
          circle.map(({ transition, state }): Condition => ({
            kind: 'and',
            left: guards.get(transition.id)!,
            right: standsIn([state]),
          })),
          written,
        )
      )
        return []
      const states = [...circle.map(({ state }) => state), circle[0]!.state]
      return [
        {
          code: 'unattended-loop',
          severity: 'error',
          where: { lifecycle: lifecycle.id, transition: circle[0]!.transition.id },
          message: `unattended transitions run in a circle: ${states.map((state) => stateName(configuration, state)).join(' → ')}`,
          witness: { states, transitions: circle.map(({ transition }) => transition.id) },
        },
      ]
    },
  )
}

const writtenBy = ({ revisionAttribute }: Lifecycle, { effects }: Transition): string[] => [
  ...volatile,
  ...effects.flatMap((effect) => ('attribute' in effect ? [effect.attribute] : [])),
  ...(revisionAttribute ? [revisionAttribute] : []),
]

/** Whether conditions asked one after the other contradict each other, where what is written on the way may have any value each time. */
function neverTogether(configuration: Configuration, conditions: Condition[], written: Set<string>): boolean {
  const attributes: Attribute[] = [...configuration.attributes]
  const together = conditions.map((condition, station) =>
    renamed(condition, (name) => {
      if (!written.has(name)) return name
      const own = configuration.attributes.find(({ id }) => id === name)
      const fresh = `${name}_${station}_`
      attributes.push({ ...(own ?? { name, type: 'text' as const }), id: fresh })
      return fresh
    }),
  )
  return (
    satisfiable(
      together.reduce<Condition>((left, right) => ({ kind: 'and', left, right }), yes),
      attributes,
    ).answer === 'no'
  )
}

/** Whether one unattended transition can be followed by another at all; asked once for each pair. */
function follows(
  configuration: Configuration,
  lifecycle: Lifecycle,
  guards: Map<string, Condition>,
): (one: Transition, other: Transition) => boolean {
  const known = new Map<string, boolean>()
  return (one, other) => {
    const key = `${one.id} ${other.id}`
    if (!known.has(key))
      known.set(
        key,
        !neverTogether(
          configuration,
          [guards.get(one.id)!, guards.get(other.id)!],
          new Set(writtenBy(lifecycle, one)),
        ),
      )
    return known.get(key)!
  }
}

type Station = { state: string; transition: Transition }
const mostCircles = 200

/** Every circle of transitions that passes no state twice, once, beginning at its first state in the lifecycle's order. */
function circles(
  lifecycle: Lifecycle,
  transitions: Transition[],
  mayFollow: (one: Transition, other: Transition) => boolean,
): Station[][] {
  const order = new Map(lifecycle.states.map(({ state }, index) => [state, index]))
  const found: Station[][] = []
  const walk = (start: string, at: string, way: Station[]) => {
    for (const transition of transitions) {
      if (found.length >= mostCircles || !transition.from.includes(at)) continue
      const last = way.at(-1)?.transition
      if (last && !mayFollow(last, transition)) continue
      const next = [...way, { state: at, transition }]
      if (transition.to === start) found.push(next)
      else if (
        (order.get(transition.to) ?? -1) > order.get(start)! &&
        !way.some(({ state }) => state === transition.to)
      )
        walk(start, transition.to, next)
    }
  }
  for (const { state } of lifecycle.states) walk(state, state, [])
  return found
}

/** The same condition about variables of other names. */
function renamed(condition: Condition, to: (name: string) => string): Condition {
  const operand = (of: Operand): Operand => (of.kind === 'identifier' ? { ...of, name: to(of.name) } : of)
  switch (condition.kind) {
    case 'constant':
      return condition
    case 'yes':
      return { ...condition, name: to(condition.name) }
    case 'not':
      return { ...condition, of: renamed(condition.of, to) }
    case 'and':
    case 'or':
      return { ...condition, left: renamed(condition.left, to), right: renamed(condition.right, to) }
    case 'compare':
      return { ...condition, left: operand(condition.left), right: operand(condition.right) }
    case 'in':
      return { ...condition, of: operand(condition.of), values: condition.values.map(operand) }
    case 'method':
      return { ...condition, of: operand(condition.of), argument: operand(condition.argument) }
    case 'glob':
      return { ...condition, of: operand(condition.of) }
  }
}
