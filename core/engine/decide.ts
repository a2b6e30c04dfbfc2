import { lifecycleOf, transitionOf } from '../configuration'
import { completion } from './complete'
import { type Decision, done, refused } from './decision'
import type { RegisterRow } from './document'
import { reasonsAgainstFiring, whereIs } from './reasons-against-firing'
import { sign } from './sign'
import { commentGiven, type Standing } from './standing'

/** A transition asked for, and everything the answer rests on. */
export interface Request extends Standing {
  transition: string
  /** The seat that is signed, where it is fired by quorum and one is named. */
  seat?: string
  /** What is known of the label that is adopted; its register row says so instead of today and the person. */
  legacy?: Pick<RegisterRow, 'date' | 'author' | 'text'>
}

/**
 * What firing a transition would do, or signing one that is fired by quorum, or every reason why it cannot be (model,
 * section 3, steps 1 to 5). Pure: prediction, rehearsal and the real act all ask this one function.
 */
export function decide(request: Request): Decision {
  const lifecycle = lifecycleOf(request.configuration, request.document.lifecycle)
  const transition = transitionOf(lifecycle, request.transition)
  if (transition.trigger === 'quorum') return sign({ ...request, lifecycle, transition })
  const { reasons, commands } = completion({ ...request, lifecycle, transition, signatures: [] })
  const against = [
    ...reasonsAgainstFiring(request, lifecycle, transition),
    ...reasons,
    ...(transition.comment === 'required'
      ? commentGiven(request, transition.name, whereIs(lifecycle, transition))
      : []),
  ]
  return against.length ? refused(against) : done(commands)
}
