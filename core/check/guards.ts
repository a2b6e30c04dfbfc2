import { type Condition, covers, type Solution, solve } from '../condition'
import { type Configuration, type Lifecycle, stateName, type Transition } from '../configuration'
import { finding, type Finding } from './finding'
import { guardsOf, readGuard, standsIn } from './guard'

/** Guards that cannot be read or never hold; unattended transitions that overlap or leave a gap. */
export function checkGuards(configuration: Configuration): Finding[] {
  return configuration.lifecycles.flatMap((lifecycle) => {
    const guards = guardsOf(configuration, lifecycle)
    const { transitions } = lifecycle
    return [
      ...transitions.flatMap((transition) => {
        const read = readGuard(configuration, lifecycle, transition)
        return 'code' in read ? [read] : []
      }),
      ...transitions.flatMap((transition) =>
        neverTrue(configuration, lifecycle, transition, guards.get(transition.id)),
      ),
      ...(transitions.some(({ trigger }) => trigger === 'unattended')
        ? unattendedFindings(configuration, lifecycle)
        : []),
    ]
  })
}

function neverTrue(
  { attributes }: Configuration,
  lifecycle: Lifecycle,
  { id, name, guard, from }: Transition,
  condition: Condition | undefined,
): Finding[] {
  if (!guard || !condition) return []
  const asked = guard.includes('state_id') ? [condition, standsIn(from)] : [condition]
  const where = { lifecycle: lifecycle.id, transition: id }
  const { answer, why } = solve('overlap', asked, attributes)
  if (answer === 'yes') return []
  if (answer === 'no')
    return [finding('guard-never-true', where, `no record can meet the guard of ${name}: it never fires`)]
  const doubt = `it cannot be decided whether a record can meet the guard of ${name} (${why})`
  return [finding('guard-never-true', where, doubt, { severity: 'advice' })]
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
      ...(rest && rest.answer !== 'yes' ? [gapFinding(configuration, lifecycle, state, rest)] : []),
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
  const both = `${one.name} and ${other.name}`
  const place = stateName(configuration, state)
  if (solution.answer === 'undecided') {
    const message = `${both} may both hold in ${place}: it cannot be decided (${solution.why})`
    return finding('unattended-overlap', where, message, { severity: 'advice' })
  }
  const message = `${both} both hold for some records in ${place}: neither would fire`
  return finding('unattended-overlap', where, message, {
    witness: { record: solution.witness, transitions: [one.id, other.id] },
  })
}

function gapFinding(
  configuration: Configuration,
  lifecycle: Lifecycle,
  state: string,
  { answer, witness, why }: Solution,
): Finding {
  const names = lifecycle.transitions
    .filter(({ trigger, from }) => trigger === 'unattended' && from.includes(state))
    .map(({ name }) => name)
  const place = stateName(configuration, state)
  const none = `meet none of ${names.join(', ')}`
  if (answer === 'undecided')
    return finding(
      'unattended-gap',
      { lifecycle: lifecycle.id, state },
      `records in ${place} may ${none}: it cannot be decided (${why})`,
    )
  const message = `some records in ${place} ${none}: they stay there`
  return finding('unattended-gap', { lifecycle: lifecycle.id, state }, message, {
    witness: { record: witness },
  })
}
