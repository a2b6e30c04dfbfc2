import type { Attribute } from '../attribute'
import { type Condition, renamed, satisfiable } from '../condition'
import { type Configuration, type Lifecycle, stateName, type Transition } from '../configuration'
import { writtenAttribute } from '../effect'
import { finding, type Finding } from './finding'
import { reachable } from './graph'
import { always, guardsOf, standsIn } from './guard'

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

/**
 * Circles of unattended transitions that one record can run through for ever. What is written on the way
 * counts as unknown afterwards.
 */
export function checkLoops(configuration: Configuration): Finding[] {
  return configuration.lifecycles.flatMap((lifecycle) => {
    const guards = guardsOf(configuration, lifecycle)
    const unattended = lifecycle.transitions.filter(
      ({ id, trigger }) => trigger === 'unattended' && guards.has(id),
    )
    const turning = unattended.filter(({ from, to }) => {
      const onwards = reachable([to], unattended)
      return from.some((state) => onwards.has(state))
    })
    return circles(lifecycle, turning, follows(configuration, lifecycle, guards))
      .filter((circle) => canGoRound(configuration, lifecycle, guards, circle))
      .map((circle) => loopFinding(configuration, lifecycle, circle))
  })
}

function canGoRound(
  configuration: Configuration,
  lifecycle: Lifecycle,
  guards: Map<string, Condition>,
  circle: Station[],
): boolean {
  const written = new Set(circle.flatMap(({ transition }) => writtenBy(lifecycle, transition)))
  const asked = circle.map(({ transition, state }): Condition => ({
    kind: 'and',
    left: guards.get(transition.id)!,
    right: standsIn([state]),
  }))
  return !neverTogether(configuration, asked, written)
}

function loopFinding(configuration: Configuration, lifecycle: Lifecycle, circle: Station[]): Finding {
  const states = [...circle.map(({ state }) => state), circle[0]!.state]
  const names = states.map((state) => stateName(configuration, state)).join(' → ')
  const where = { lifecycle: lifecycle.id, transition: circle[0]!.transition.id }
  return finding('unattended-loop', where, `unattended transitions run in a circle: ${names}`, {
    witness: { states, transitions: circle.map(({ transition }) => transition.id) },
  })
}

const writtenBy = ({ revisionAttribute }: Lifecycle, { effects }: Transition): string[] => [
  ...volatile,
  ...effects.flatMap((effect) => writtenAttribute(effect) ?? []),
  ...(revisionAttribute ? [revisionAttribute] : []),
]

/**
 * Whether conditions asked one after the other contradict each other, where what is written on the way may
 * have any value each time.
 */
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
      together.reduce<Condition>((left, right) => ({ kind: 'and', left, right }), always),
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

/**
 * Every circle of transitions that passes no state twice, once, beginning at its first state in the
 * lifecycle's order.
 */
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
