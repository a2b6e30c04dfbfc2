import {
  adoptedAttribute,
  checkScheme,
  isAdopting,
  mayKeepLabel,
  type RevisionScheme,
  type RevisionStep,
} from '../revision'
import { type Configuration, type Lifecycle, stateName, type Transition } from '../configuration'
import { finding, type Finding } from './finding'
import { shortestWay } from './graph'
import { checkSteps } from './steps'

/**
 * Schemes in which a label stands twice; steps that a scheme has not; labels that would come again, or never
 * be reached.
 */
export function checkRevisions(configuration: Configuration): Finding[] {
  return [
    ...configuration.schemes.flatMap(schemeProblems),
    ...checkSteps(configuration),
    ...configuration.lifecycles.flatMap((lifecycle) => [
      ...lifecycle.transitions.flatMap((transition) => adoption(configuration, lifecycle, transition)),
      ...reused(configuration, lifecycle),
      ...adoptedThenStepped(configuration, lifecycle),
    ]),
  ]
}

const schemeProblems = (scheme: RevisionScheme): Finding[] =>
  checkScheme(scheme).map(({ code, message, labels }) =>
    finding(code === 'ambiguous' ? 'scheme-ambiguous' : 'scheme-invalid', { scheme: scheme.id }, message, {
      ...(labels.length ? { witness: { labels } } : {}),
    }),
  )

function adoption(
  configuration: Configuration,
  lifecycle: Lifecycle,
  { id, name, revision, from }: Transition,
): Finding[] {
  const attribute = adoptedAttribute(revision)
  if (attribute === undefined) return []
  const say = (message: string, fix?: Finding['fix']) => [
    finding(
      'adoption-incomplete',
      { lifecycle: lifecycle.id, transition: id },
      `${name} ${message}`,
      fix ? { fix } : {},
    ),
  ]
  if (!configuration.attributes.some((other) => other.id === attribute))
    return say(`adopts the label in “${attribute}”, which is no attribute`)
  const off = lifecycle.states.filter((use) => from.includes(use.state) && !use.adoption)
  const names = off.map((use) => stateName(configuration, use.state)).join(', ')
  if (off.length === 0) return []
  const { state } = off[0]!
  const fix: Finding['fix'] = {
    words: `switch adoption on in ${names}`,
    edit: { kind: 'change-state', lifecycle: lifecycle.id, state, patch: { adoption: true } },
  }
  return say(`adopts a label, and adoption is off in ${names}`, off.length === 1 ? fix : undefined)
}

const statesOf = (lifecycle: Lifecycle, is: (use: Lifecycle['states'][number]) => boolean): Set<string> =>
  new Set(lifecycle.states.filter(is).map(({ state }) => state))
const issuedStates = (lifecycle: Lifecycle) => statesOf(lifecycle, ({ phase }) => phase === 'issued')

/** A way from an issued state through an open one back to an issued state on which nothing need step. */
function reused(configuration: Configuration, lifecycle: Lifecycle): Finding[] {
  const issued = issuedStates(lifecycle)
  const open = statesOf(lifecycle, ({ content }) => content === 'open')
  const nameOf = (state: string) => stateName(configuration, state)
  return [...issued].flatMap((state): Finding[] => {
    if (open.has(state)) {
      const message = `content is open in ${nameOf(state)}: it can change under an issued label`
      const witness = { states: [state], transitions: [] }
      return [finding('revision-reused', { lifecycle: lifecycle.id, state }, message, { witness })]
    }
    const way = shortestWay(
      lifecycle,
      state,
      false as boolean,
      ({ revision, to }, _, passed) => (mayKeepLabel(revision) ? passed || open.has(to) : undefined),
      (to, passed) => passed && issued.has(to),
    )
    if (!way) return []
    const message = `content can change under an issued label: nothing need step on ${way.states.map(nameOf).join(' → ')}`
    const where = { lifecycle: lifecycle.id, transition: way.transitions[0]! }
    return [finding('revision-reused', where, message, { witness: way })]
  })
}

function adoptedThenStepped(configuration: Configuration, lifecycle: Lifecycle): Finding[] {
  const from = [...statesOf(lifecycle, ({ adoption: on }) => on === true)]
  const issued = issuedStates(lifecycle)
  if (from.length === 0 || issued.size === 0 || from.some((state) => issued.has(state))) return []
  const wayFrom = (state: string, may: (revision: RevisionStep) => boolean) =>
    shortestWay(
      lifecycle,
      state,
      true,
      ({ revision }) => (may(revision) ? true : undefined),
      (to) => issued.has(to),
    )
  const ways = from.flatMap((state) => wayFrom(state, () => true) ?? [])
  const keeps = (revision: RevisionStep) => mayKeepLabel(revision) || isAdopting(revision)
  if (ways.length === 0 || from.some((state) => wayFrom(state, keeps))) return []
  const names = from.map((state) => stateName(configuration, state)).join(' or ')
  const message = `a label adopted in ${names} is stepped on every way to an issued state: adopt one below, or draw a transition that keeps it`
  const where = { lifecycle: lifecycle.id, state: from[0]! }
  return [finding('adoption-then-step', where, message, { witness: ways[0] })]
}
