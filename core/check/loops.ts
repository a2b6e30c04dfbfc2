import { stateName } from '../configuration'
import { type Chain, chainsFrom } from './chains'
import { finding, type Finding } from './finding'
import { reachable } from './graph'
import type { Scope } from './scope'

/**
 * Circles of unattended transitions that one document can run through for ever. What a chain cannot change, stays as it
 * was: the file, the folder, the class, attributes that nothing on the way writes, the label where every step keeps it;
 * a constant that is written is known.
 */
export function checkLoops(scope: Scope): Finding[] {
  const unattended = scope.lifecycle.transitions.filter(
    ({ id, trigger }) => trigger === 'unattended' && scope.guards.has(id),
  )
  const onwards = new Map<string, Set<string>>()
  const reachedFrom = (state: string) =>
    onwards.get(state) ?? onwards.set(state, reachable([state], unattended)).get(state)!
  const turning = unattended.filter(({ from, to }) => from.some((state) => reachedFrom(to).has(state)))
  if (turning.length === 0) return []
  const { circles, doubt } = chainsFrom(scope, turning)
  return [
    ...circles.map((circle) => loopFinding(scope, circle)),
    ...(doubt && circles.length === 0 ? [doubtFinding(scope, doubt)] : []),
  ]
}

function loopFinding({ configuration, lifecycle }: Scope, circle: Chain): Finding {
  const states = [...circle.map(({ state }) => state), circle[0]!.state]
  const names = states.map((state) => stateName(configuration, state)).join(' → ')
  const where = { lifecycle: lifecycle.id, transition: circle[0]!.transition.id }
  return finding('unattended-loop', where, `unattended transitions run in a circle: ${names}`, {
    witness: { states, transitions: circle.map(({ transition }) => transition.id) },
  })
}

const doubtFinding = ({ lifecycle }: Scope, why: string): Finding =>
  finding(
    'unattended-loop',
    { lifecycle: lifecycle.id },
    `it cannot be decided whether unattended transitions of ${lifecycle.name} run in a circle (${why})`,
    { severity: 'advice' },
  )
