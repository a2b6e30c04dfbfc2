import { allowsAll } from './rights'
import { first, format, positionOf, RevisionError, step } from '../revision'
import { decide } from './decide'
import {
  type Lifecycle,
  lifecycleOf,
  schemeFor,
  stateName,
  stateUseOf,
  type Transition,
} from '../configuration'
import { checkedIn, type Decision, relabelled, type Standing } from './outcome'

/** What asking for a new revision leads to; `by` is the transition that makes it, null where it is made in the state itself. */
export interface Revising {
  decision: Decision
  by: string | null
}

/**
 * What asking for a new revision does, or every reason against. It does what the state's `newRevision` says, minor or major.
 * Where content is closed, a new revision has to be opened first: the transition that steps so and leads to an open state makes it.
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
  const state = stateName(configuration, document.state)
  const where = `${lifecycle.name}, state ${state}`
  const reasons = [...checkedIn(request), ...allowsAll(request, lifecycle, ['edit']).reasons]
  if (!kind) {
    const others = lifecycle.states
      .filter((use) => use.newRevision)
      .map((use) => stateName(configuration, use.state))
    return {
      ok: false,
      reasons: [
        ...reasons,
        {
          rule: 'revision',
          message: `no new revision is made in ${state}`,
          where,
          wayOut: others.length
            ? `bring it to ${others.join(' or ')}`
            : 'say in a state whether a new revision is minor or major',
        },
      ],
    }
  }
  const scheme = schemeFor(configuration, lifecycle)
  try {
    const after = format(
      scheme,
      document.revision === null ? first(scheme) : step(scheme, positionOf(scheme, document.revision), kind),
    )
    return reasons.length
      ? { ok: false, reasons }
      : { ok: true, outcome: relabelled(request, lifecycle, after, 'native', `New ${kind} revision`) }
  } catch (error) {
    if (!(error instanceof RevisionError)) throw error
    return {
      ok: false,
      reasons: [
        ...reasons,
        {
          rule: 'revision',
          message: error.message,
          where,
          wayOut: 'extend the revision scheme, or ask for the other kind of revision',
        },
      ],
    }
  }
}
