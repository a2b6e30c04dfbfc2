import { checkScheme, type RevisionScheme } from '../revision'
import { type Configuration, type Lifecycle, schemeIn, stateName, type Transition } from '../configuration'
import type { Finding } from './finding'
import { shortestWay } from './graph'

/** Schemes in which a label stands twice; steps that a scheme has not; labels that would come again, or never be reached. */
export function checkRevisions(configuration: Configuration): Finding[] {
  return [
    ...configuration.schemes.flatMap((scheme) =>
      checkScheme(scheme).map((problem): Finding => ({
        code: problem.code === 'ambiguous' ? 'scheme-ambiguous' : 'scheme-invalid',
        severity: 'error',
        where: { scheme: scheme.id },
        message: problem.message,
        ...(problem.labels.length ? { witness: { labels: problem.labels } } : {}),
      })),
    ),
    ...configuration.lifecycles.flatMap((lifecycle) => {
      const scheme = schemeIn(configuration, lifecycle)
      return [
        ...(scheme ? stepsOf(configuration, scheme, lifecycle) : []),
        ...lifecycle.transitions.flatMap((transition) => adoption(configuration, lifecycle, transition)),
        ...reused(configuration, lifecycle),
        ...adoptedThenStepped(configuration, lifecycle),
      ]
    }),
  ]
}

/** The series that documents stepped here may carry in each state, by index: followed from the entry until nothing is new. */
export function seriesByState(scheme: RevisionScheme, lifecycle: Lifecycle): Map<string, Set<number>> {
  const series = new Map<string, Set<number>>([[lifecycle.entry, new Set([0])]])
  for (let grew = true; grew;) {
    grew = false
    for (const { from, to, revision } of lifecycle.transitions)
      for (const source of from)
        for (const index of series.get(source) ?? []) {
          const next =
            revision === 'series'
              ? index + 1
              : revision.startsWith('series:')
                ? scheme.series.findIndex(({ id }) => `series:${id}` === revision)
                : index
          const known = series.get(to) ?? new Set()
          if (next < 0 || next >= scheme.series.length || known.has(next)) continue
          series.set(to, known.add(next))
          grew = true
        }
  }
  return series
}

function stepsOf(configuration: Configuration, scheme: RevisionScheme, lifecycle: Lifecycle): Finding[] {
  const reached = seriesByState(scheme, lifecycle)
  return lifecycle.transitions.flatMap((transition): Finding[] => {
    const { id, name, revision, from } = transition
    const say = (
      code: string,
      severity: Finding['severity'],
      message: string,
      witness?: unknown,
    ): Finding[] => [
      {
        code,
        severity,
        where: { lifecycle: lifecycle.id, transition: id },
        message,
        ...(witness ? { witness } : {}),
      },
    ]
    const carried = from.flatMap((state) =>
      [...(reached.get(state) ?? [])].map((index) => ({ state, index })),
    )
    if (revision.startsWith('series:')) {
      const target = scheme.series.findIndex((series) => `series:${series.id}` === revision)
      if (target < 0)
        return say(
          'step-unsupported',
          'error',
          `${name} starts the series “${revision.slice(7)}”, which ${scheme.name} does not have`,
        )
      const back = carried.find(({ index }) => index >= target)
      return back
        ? say(
            'series-backwards',
            'error',
            `${name} starts the series ${scheme.series[target]!.id}, and documents in ${stateName(configuration, back.state)} may be in ${scheme.series[back.index]!.id} already`,
            { state: back.state, series: scheme.series[back.index]!.id },
          )
        : []
    }
    if (revision === 'series') {
      if (scheme.series.length < 2)
        return say(
          'step-unsupported',
          'error',
          `${name} starts the next series, and ${scheme.name} has only one`,
        )
      const last = carried.find(({ index }) => index === scheme.series.length - 1)
      return last
        ? say(
            'step-unsupported',
            'error',
            `${name} starts the next series, and documents in ${stateName(configuration, last.state)} may be in the last one, ${scheme.series[last.index]!.id}`,
            last,
          )
        : []
    }
    if (revision !== 'minor') return []
    if (scheme.series.every((series) => !series.minor))
      return say(
        'step-unsupported',
        'error',
        `${name} steps minor, and no series of ${scheme.name} has minors`,
      )
    const without = carried.find(({ index }) => !scheme.series[index]!.minor)
    return without
      ? say(
          'step-unsupported',
          'error',
          `${name} steps minor, and documents in ${stateName(configuration, without.state)} may be in the series ${scheme.series[without.index]!.id}, which has no minors`,
          { state: without.state, series: scheme.series[without.index]!.id },
        )
      : []
  })
}

function adoption(
  configuration: Configuration,
  lifecycle: Lifecycle,
  { id, name, revision, from }: Transition,
): Finding[] {
  if (!revision.startsWith('adopt:')) return []
  const where = { lifecycle: lifecycle.id, transition: id }
  const attribute = revision.slice('adopt:'.length)
  if (!configuration.attributes.some((other) => other.id === attribute))
    return [
      {
        code: 'adoption-incomplete',
        severity: 'error',
        where,
        message: `${name} adopts the label in “${attribute}”, which is no attribute`,
      },
    ]
  const off = lifecycle.states.filter((use) => from.includes(use.state) && !use.adoption)
  if (off.length === 0) return []
  const names = off.map((use) => stateName(configuration, use.state)).join(', ')
  return [
    {
      code: 'adoption-incomplete',
      severity: 'error',
      where,
      message: `${name} adopts a label, and adoption is off in ${names}`,
      ...(off.length === 1
        ? {
            fix: {
              words: `switch adoption on in ${names}`,
              edit: {
                kind: 'change-state',
                lifecycle: lifecycle.id,
                state: off[0]!.state,
                patch: { adoption: true },
              },
            },
          }
        : {}),
    },
  ]
}

/** Steps that may leave a label as it is. Settling does so for a label that is settled already. */
const mayKeep = ({ revision }: Transition) => revision === 'keep' || revision === 'settle'

/** A way from an issued state through an open one back to an issued state on which nothing need step. */
function reused(configuration: Configuration, lifecycle: Lifecycle): Finding[] {
  const issued = new Set(lifecycle.states.filter(({ phase }) => phase === 'issued').map(({ state }) => state))
  const open = new Set(lifecycle.states.filter(({ content }) => content === 'open').map(({ state }) => state))
  const names = (states: string[]) => states.map((state) => stateName(configuration, state)).join(' → ')
  return [...issued].flatMap((state): Finding[] => {
    if (open.has(state))
      return [
        {
          code: 'revision-reused',
          severity: 'warning',
          where: { lifecycle: lifecycle.id, state },
          message: `content is open in ${stateName(configuration, state)}: it can change under an issued label`,
          witness: { states: [state], transitions: [] },
        },
      ]
    const way = shortestWay(
      lifecycle,
      state,
      false as boolean,
      (transition, _, passed) => (mayKeep(transition) ? passed || open.has(transition.to) : undefined),
      (to, passed) => passed && issued.has(to),
    )
    return way
      ? [
          {
            code: 'revision-reused',
            severity: 'warning',
            where: { lifecycle: lifecycle.id, transition: way.transitions[0]! },
            message: `content can change under an issued label: nothing need step on ${names(way.states)}`,
            witness: way,
          },
        ]
      : []
  })
}

function adoptedThenStepped(configuration: Configuration, lifecycle: Lifecycle): Finding[] {
  const from = lifecycle.states.filter(({ adoption: on }) => on).map(({ state }) => state)
  const issued = new Set(lifecycle.states.filter(({ phase }) => phase === 'issued').map(({ state }) => state))
  if (from.length === 0 || issued.size === 0 || from.some((state) => issued.has(state))) return []
  const way = (state: string, may: (transition: Transition) => boolean) =>
    shortestWay(
      lifecycle,
      state,
      true,
      (transition) => (may(transition) ? true : undefined),
      (to) => issued.has(to),
    )
  const ways = from.flatMap((state) => way(state, () => true) ?? [])
  if (
    ways.length === 0 ||
    from.some((state) =>
      way(state, (transition) => mayKeep(transition) || transition.revision.startsWith('adopt:')),
    )
  )
    return []
  return [
    {
      code: 'adoption-then-step',
      severity: 'warning',
      where: { lifecycle: lifecycle.id, state: from[0]! },
      message: `a label adopted in ${from.map((state) => stateName(configuration, state)).join(' or ')} is stepped on every way to an issued state: adopt one below, or draw a transition that keeps it`,
      witness: ways[0],
    },
  ]
}
