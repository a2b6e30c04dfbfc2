import { namesOf } from '../condition'
import { isAdopting, readStep, type RevisionScheme, type RevisionStep, startedSeries } from '../revision'
import { schemeIn, stateName, type Configuration, type Lifecycle, type Transition } from '../configuration'
import { finding, type Finding } from './finding'
import { canHold, isAlive, isOneOf, type Scope } from './scope'

/** Steps that a lifecycle's scheme does not have, or that would lead back. */
export function checkSteps(scope: Scope): Finding[] {
  const { configuration, lifecycle } = scope
  const scheme = schemeIn(configuration, lifecycle)
  if (!scheme) return []
  const mayCarry = carrying(scope, scheme)
  const reached = seriesByState(scheme, lifecycle, mayCarry)
  return lifecycle.transitions.flatMap((transition) => {
    const check = checks[readStep(transition.revision).kind as keyof typeof checks]
    if (!check) return []
    const carried = transition.from.flatMap((state) =>
      [...(reached.get(state) ?? [])]
        .filter((index) => mayCarry(transition, state, index))
        .map((index) => ({ state, index })),
    )
    return check({ configuration, scheme, lifecycle, transition, carried })
  })
}

/** Whether a document that stands in a state with a label of a series may meet a transition's guard. */
type MayCarry = (transition: Transition, state: string, series: number) => boolean

function carrying(scope: Scope, { series: all }: RevisionScheme): MayCarry {
  const known = new Map<string, boolean>()
  return (transition, state, series) => {
    const { id } = transition
    const condition = scope.guards.get(id)
    const isAsked = condition && [...namesOf(condition)].some((name) => name.startsWith('revision_'))
    if (!isAsked) return isAlive(scope, transition, state)
    const key = `${id} ${state} ${series}`
    let answer = known.get(key)
    if (answer === undefined) {
      const carried = isOneOf('revision_series', [all[series]!.id])
      known.set(key, (answer = canHold(scope, [state], condition, carried).answer !== 'no'))
    }
    return answer
  }
}

/** Where a document that fires a transition may stand, and the series, by index, that it may carry there. */
interface Step {
  configuration: Configuration
  scheme: RevisionScheme
  lifecycle: Lifecycle
  transition: Transition
  carried: { state: string; index: number }[]
}

/** The series after a step from one, by index; out of range where there is none. */
function seriesAfter(scheme: RevisionScheme, revision: RevisionStep, index: number): number {
  const started = startedSeries(revision)
  if (started !== undefined) return scheme.series.findIndex(({ id }) => id === started)
  return revision === 'series' ? index + 1 : index
}

/**
 * The series that documents may carry in each state, by index: followed from the entry, where the first one begins, and
 * from wherever labels are adopted, which may be of any, until nothing is new.
 */
function seriesByState(
  scheme: RevisionScheme,
  lifecycle: Lifecycle,
  mayCarry: MayCarry,
): Map<string, Set<number>> {
  const series = new Map<string, Set<number>>([[lifecycle.entry, new Set([0])]])
  const adopts = new Set(lifecycle.states.filter(({ adoption }) => adoption).map(({ state }) => state))
  const every = [...scheme.series.keys()]
  const mayAdopt = (transition: Transition) =>
    transition.from.some(
      (state) => adopts.has(state) && every.some((index) => mayCarry(transition, state, index)),
    )
  const targets = lifecycle.transitions
    .filter((transition) => isAdopting(transition.revision) && mayAdopt(transition))
    .map(({ to }) => to)
  for (const state of [...adopts, ...targets]) series.set(state, new Set(every))
  for (let grew = true; grew;) {
    grew = false
    for (const transition of lifecycle.transitions)
      for (const source of transition.from)
        for (const index of series.get(source) ?? []) {
          const next = seriesAfter(scheme, transition.revision, index)
          const known = series.get(transition.to) ?? new Set()
          if (next < 0 || next >= scheme.series.length || known.has(next)) continue
          if (!mayCarry(transition, source, index)) continue
          series.set(transition.to, known.add(next))
          grew = true
        }
  }
  return series
}

const unsupported = ({ lifecycle, transition }: Step, message: string, witness?: unknown): Finding[] => [
  finding(
    'step-unsupported',
    { lifecycle: lifecycle.id, transition: transition.id },
    `${transition.name} ${message}`,
    witness ? { witness } : {},
  ),
]

function minorStep(step: Step): Finding[] {
  const { configuration, scheme, carried } = step
  if (scheme.series.every((series) => !series.minor))
    return unsupported(step, `steps minor, and no series of ${scheme.name} has minors`)
  const without = carried.find(({ index }) => !scheme.series[index]!.minor)
  if (!without) return []
  const series = scheme.series[without.index]!.id
  const state = stateName(configuration, without.state)
  return unsupported(
    step,
    `steps minor, and documents in ${state} may be in the series ${series}, which has no minors`,
    { state: without.state, series },
  )
}

function nextSeries(step: Step): Finding[] {
  const { configuration, scheme, carried } = step
  if (scheme.series.length < 2)
    return unsupported(step, `starts the next series, and ${scheme.name} has only one`)
  const last = carried.find(({ index }) => index === scheme.series.length - 1)
  if (!last) return []
  const state = stateName(configuration, last.state)
  return unsupported(
    step,
    `starts the next series, and documents in ${state} may be in the last one, ${scheme.series[last.index]!.id}`,
    last,
  )
}

function namedSeries(step: Step, started: string): Finding[] {
  const { configuration, scheme, lifecycle, transition, carried } = step
  const target = scheme.series.findIndex(({ id }) => id === started)
  if (target < 0)
    return unsupported(step, `starts the series “${started}”, which ${scheme.name} does not have`)
  const back = carried.find(({ index }) => index >= target)
  if (!back) return []
  const series = scheme.series[back.index]!.id
  const state = stateName(configuration, back.state)
  const message = `${transition.name} starts the series ${started}, and documents in ${state} may be in ${series} already`
  const where = { lifecycle: lifecycle.id, transition: transition.id }
  return [finding('series-backwards', where, message, { witness: { state: back.state, series } })]
}

/** What each kind of step asks of a scheme; the others ask nothing. */
const checks = {
  minor: minorStep,
  series(step: Step): Finding[] {
    const started = startedSeries(step.transition.revision)
    return started === undefined ? nextSeries(step) : namedSeries(step, started)
  },
}
