import { readStep, type RevisionScheme, type RevisionStep, startedSeries } from '../revision'
import { schemeIn, stateName, type Configuration, type Lifecycle, type Transition } from '../configuration'
import { finding, type Finding } from './finding'

/** Steps that a lifecycle's scheme does not have, or that would lead back. */
export function checkSteps(configuration: Configuration): Finding[] {
  return configuration.lifecycles.flatMap((lifecycle) => {
    const scheme = schemeIn(configuration, lifecycle)
    if (!scheme) return []
    const reached = seriesByState(scheme, lifecycle)
    return lifecycle.transitions.flatMap((transition) => {
      const carried = transition.from.flatMap((state) =>
        [...(reached.get(state) ?? [])].map((index) => ({ state, index })),
      )
      const check = checks[readStep(transition.revision).kind as keyof typeof checks]
      return check ? check({ configuration, scheme, lifecycle, transition, carried }) : []
    })
  })
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
 * The series that documents stepped here may carry in each state, by index: followed from the entry until
 * nothing is new.
 */
export function seriesByState(scheme: RevisionScheme, lifecycle: Lifecycle): Map<string, Set<number>> {
  const series = new Map<string, Set<number>>([[lifecycle.entry, new Set([0])]])
  for (let grew = true; grew;) {
    grew = false
    for (const { from, to, revision } of lifecycle.transitions)
      for (const source of from)
        for (const index of series.get(source) ?? []) {
          const next = seriesAfter(scheme, revision, index)
          const known = series.get(to) ?? new Set()
          if (next < 0 || next >= scheme.series.length || known.has(next)) continue
          series.set(to, known.add(next))
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
