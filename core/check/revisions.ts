import {
  type Configuration,
  type Lifecycle,
  stateName,
  type StateUse,
  type Transition,
} from '../configuration'
import {
  adoptedAttribute,
  checkScheme,
  isAdopting,
  mayKeepLabel,
  type RevisionScheme,
  type RevisionStep,
} from '../revision'
import { finding, type Finding } from './finding'
import { shortestWay } from './graph'
import { isAlive, type Scope } from './scope'
import { checkSteps } from './steps'

/** Steps that a scheme has not; labels that would come again, or never be reached; adoption that cannot be done. */
export function checkRevisions(scope: Scope): Finding[] {
  const { transitions, states } = scope.lifecycle
  return [
    ...checkSteps(scope),
    ...transitions.flatMap((transition) => adopting(scope, transition)),
    ...states.flatMap((use) => adoptionByNobody(scope, use)),
    ...reused(scope),
    ...adoptedThenStepped(scope),
  ]
}

/** Schemes in which a label stands twice, and others that are not sound. */
export const checkSchemes = ({ schemes }: Configuration): Finding[] => schemes.flatMap(schemeProblems)

const schemeProblems = (scheme: RevisionScheme): Finding[] =>
  checkScheme(scheme).map(({ code, message, labels }) =>
    finding(code === 'ambiguous' ? 'scheme-ambiguous' : 'scheme-invalid', { scheme: scheme.id }, message, {
      ...(labels.length ? { witness: { labels } } : {}),
    }),
  )

function adopting({ configuration, lifecycle }: Scope, { id, name, revision, from }: Transition): Finding[] {
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

/** Adoption is on in a state, and nobody has the right to adopt there: in no folder, or in one of them. */
function adoptionByNobody({ configuration, lifecycle, places }: Scope, use: StateUse): Finding[] {
  if (!use.adoption) return []
  const { state, grants } = use
  const where = { lifecycle: lifecycle.id, state }
  const name = stateName(configuration, state)
  const isGranted = Object.values(grants ?? {}).some((rights) => rights.includes('adopt'))
  if (!isGranted) {
    const message = `labels are adopted in ${name}, and nobody is granted the right to adopt there`
    return [finding('adoption-incomplete', where, message)]
  }
  return places
    .filter(({ actors }) => !actors.some((actor) => actor.may('adopt', lifecycle, state)))
    .map(({ path }) => {
      const message = `labels are adopted in ${name}, and nobody in ${path} has the right to adopt there`
      return finding('adoption-incomplete', { ...where, folder: path! }, message)
    })
}

const statesOf = (lifecycle: Lifecycle, is: (use: Lifecycle['states'][number]) => boolean): Set<string> =>
  new Set(lifecycle.states.filter(is).map(({ state }) => state))
const issuedStates = (lifecycle: Lifecycle) => statesOf(lifecycle, ({ phase }) => phase === 'issued')

/**
 * A way from an issued state through an open one back to an issued state on which nothing need step. Adopting may take
 * over the label that is there already.
 */
function reused(scope: Scope): Finding[] {
  const { configuration, lifecycle } = scope
  const issued = issuedStates(lifecycle)
  const open = statesOf(lifecycle, ({ content }) => content === 'open')
  const adopts = statesOf(lifecycle, ({ adoption: on }) => on === true)
  const nameOf = (state: string) => stateName(configuration, state)
  const mayKeep = (transition: Transition, from: string) =>
    (mayKeepLabel(transition.revision) || (isAdopting(transition.revision) && adopts.has(from))) &&
    isAlive(scope, transition, from)
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
      (transition, from, passed) =>
        mayKeep(transition, from) ? passed || open.has(transition.to) : undefined,
      (to, passed) => passed && issued.has(to),
    )
    if (!way) return []
    const message = `content can change under an issued label: nothing need step on ${way.states.map(nameOf).join(' → ')}`
    const where = { lifecycle: lifecycle.id, transition: way.transitions[0]! }
    return [finding('revision-reused', where, message, { witness: way })]
  })
}

function adoptedThenStepped(scope: Scope): Finding[] {
  const { configuration, lifecycle } = scope
  const from = [...statesOf(lifecycle, ({ adoption: on }) => on === true)]
  const issued = issuedStates(lifecycle)
  if (from.length === 0 || issued.size === 0 || from.some((state) => issued.has(state))) return []
  const wayFrom = (state: string, may: (revision: RevisionStep) => boolean) =>
    shortestWay(
      lifecycle,
      state,
      true,
      (transition, at) => (may(transition.revision) && isAlive(scope, transition, at) ? true : undefined),
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
