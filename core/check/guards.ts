import { type Condition, type Solution } from '../condition'
import { type Configuration, type Lifecycle, stateName, type Transition } from '../configuration'
import { finding, type Finding } from './finding'
import { readGuard } from './guard'
import { allMeetOne, canFire, canOverlap, type Scope, scopeOf } from './scope'

/** Guards that cannot be read or never hold; unattended transitions that overlap or leave a gap. */
export function checkGuards(scope: Scope): Finding[] {
  const { configuration, lifecycle } = scope
  const { transitions } = lifecycle
  return [
    ...transitions.flatMap((transition) => {
      const read = readGuard(configuration, lifecycle, transition)
      return 'code' in read ? [read] : []
    }),
    ...transitions.flatMap((transition) => neverTrue(scope, transition)),
    ...(transitions.some(({ trigger }) => trigger === 'unattended') ? unattendedFindings(scope) : []),
  ]
}

function neverTrue(scope: Scope, transition: Transition): Finding[] {
  const { id, name, from } = transition
  const where = { lifecycle: scope.lifecycle.id, transition: id }
  const { answer, why } = canFire(scope, transition, from)
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
export const unattendedIn = (
  configuration: Configuration,
  lifecycle: Lifecycle,
  state: string,
): { pairs: Pair[]; rest: Solution | null } => pairsIn(scopeOf(configuration, lifecycle), state)

function pairsIn(scope: Scope, state: string): { pairs: Pair[]; rest: Solution | null } {
  const out = unattendedFrom(scope, state)
  const pairs = out.flatMap(({ transition: one }, index) =>
    out.slice(index + 1).map(({ transition: other }): Pair => ({
      one,
      other,
      solution: canOverlap(scope, one, other, state),
    })),
  )
  const rest = out.length
    ? allMeetOne(
        scope,
        state,
        out.map(({ guard }) => guard),
      )
    : null
  return { pairs, rest }
}

/** The unattended transitions out of a state whose guards can be read. */
export const unattendedFrom = (
  { lifecycle, guards }: Scope,
  state: string,
): { transition: Transition; guard: Condition }[] =>
  lifecycle.transitions
    .filter(({ trigger, from }) => trigger === 'unattended' && from.includes(state))
    .flatMap((transition) => {
      const guard = guards.get(transition.id)
      return guard ? [{ transition, guard }] : []
    })

function unattendedFindings(scope: Scope): Finding[] {
  const told = new Set<string>()
  return scope.lifecycle.states.flatMap(({ state }) => {
    const { pairs, rest } = pairsIn(scope, state)
    const fresh = pairs.filter(
      ({ one, other, solution }) => solution.answer !== 'no' && !told.has(`${one.id} ${other.id}`),
    )
    for (const { one, other } of fresh) told.add(`${one.id} ${other.id}`)
    return [
      ...fresh.map((pair) => overlapFinding(scope, state, pair)),
      ...(rest && rest.answer !== 'yes' ? [gapFinding(scope, state, rest)] : []),
    ]
  })
}

function overlapFinding({ configuration, lifecycle }: Scope, state: string, pair: Pair): Finding {
  const { one, other, solution } = pair
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
  { configuration, lifecycle }: Scope,
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
