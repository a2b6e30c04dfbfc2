import {
  type Lifecycle,
  lifecycleOf,
  schemeFor,
  stateName,
  stateUseOf,
  type Transition,
} from '../configuration'
import { first, format, positionOf, RevisionError, type RevisionScheme, step } from '../revision'
import { contentOpen } from './contents'
import { decide } from './decide'
import { type Decision, done, refused } from './decision'
import { relabelled } from './relabel'
import { allowsAll } from './rights'
import { checkedIn, type Standing } from './standing'

/**
 * What asking for a new revision leads to; `by` is the transition that makes it, null where it is made in the
 * state itself.
 */
export interface Revising {
  decision: Decision
  by: string | null
}

/**
 * What asking for a new revision does, or every reason against. It does what the state's `newRevision` says,
 * minor or major.
 * Where content is closed, a new revision has to be opened first: the transition that steps so and leads to an open
 * state makes it, and without one it is refused.
 */
export function decideRevising(request: Standing): Revising {
  const { configuration, document } = request
  const lifecycle = lifecycleOf(configuration, document.lifecycle)
  const use = stateUseOf(lifecycle, document.state)
  const opening =
    use.content === 'closed' && use.newRevision
      ? openingTransition(lifecycle, document.state, use.newRevision)
      : undefined
  if (opening) return { decision: decide({ ...request, transition: opening.id }), by: opening.id }
  return { decision: inPlace(request, lifecycle, use.newRevision), by: null }
}

function openingTransition(
  lifecycle: Lifecycle,
  state: string,
  kind: 'minor' | 'major',
): Transition | undefined {
  return lifecycle.transitions.find(
    (transition) =>
      transition.trigger === 'hand' &&
      transition.revision === kind &&
      transition.from.includes(state) &&
      lifecycle.states.some((use) => use.state === transition.to && use.content === 'open'),
  )
}

function inPlace(request: Standing, lifecycle: Lifecycle, kind: 'minor' | 'major' | undefined): Decision {
  const { configuration, document } = request
  const standing = [
    ...checkedIn(request),
    ...allowsAll(request, lifecycle, ['edit']).reasons,
    ...(kind ? contentOpen(request, lifecycle) : []),
  ]
  const where = `${lifecycle.name}, state ${stateName(configuration, document.state)}`
  const refuse = (message: string, wayOut: string) =>
    refused([...standing, { rule: 'revision', message, where, wayOut }])
  if (!kind) {
    const others = lifecycle.states.filter((use) => use.newRevision)
    const names = others.map((use) => stateName(configuration, use.state)).join(' or ')
    return refuse(
      `no new revision is made in ${stateName(configuration, document.state)}`,
      names ? `bring it to ${names}` : 'say in a state whether a new revision is minor or major',
    )
  }
  try {
    const label = nextLabelOf(schemeFor(configuration, lifecycle), document.revision, kind)
    if (standing.length) return refused(standing)
    return done(relabelled(request, lifecycle, label, 'native', `New ${kind} revision`))
  } catch (error) {
    if (!(error instanceof RevisionError)) throw error
    return refuse(error.message, 'extend the revision scheme, or ask for the other kind of revision')
  }
}

/** The label after one, or the first. @throws RevisionError */
function nextLabelOf(scheme: RevisionScheme, label: string | null, kind: 'minor' | 'major'): string {
  return format(scheme, label === null ? first(scheme) : step(scheme, positionOf(scheme, label), kind))
}
