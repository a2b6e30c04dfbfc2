import type { Reason } from '../access'
import { lifecycleOf, stateName, stateUseOf } from '../configuration'
import type { DocumentSnapshot } from './document'
import { wouldLoop } from './references'
import { allowsAll } from './rights'
import type { Standing } from './standing'

/** A reference asked for, from the document to another that the person sees. */
export interface Referring extends Standing {
  to: Pick<DocumentSnapshot, 'number' | 'lifecycle' | 'state'>
  /** What each document is referred to by. */
  parentsOf: (number: string) => string[]
}

/** Every reason against a document referring to another; empty where nothing stands against it. */
export function reasonsAgainstReferring(request: Referring): Reason[] {
  const { configuration, document, to, parentsOf } = request
  const { number } = document
  const lifecycle = lifecycleOf(configuration, document.lifecycle)
  const theirs = lifecycleOf(configuration, to.lifecycle)
  const state = stateName(configuration, to.state)
  const because = (
    rule: Reason['rule'],
    message: string,
    wayOut: string,
    where = 'the document',
  ): Reason => ({
    ...{ rule, message, where, wayOut },
  })
  return [
    ...allowsAll(request, lifecycle, ['edit']).reasons,
    ...(stateUseOf(theirs, to.state).newReferences === 'refused'
      ? [
          because(
            'new-references',
            `nothing may newly refer to ${to.number}, which stands in ${state}`,
            'refer to what replaces it',
            `${theirs.name}, state ${state}`,
          ),
        ]
      : []),
    ...(wouldLoop(number, to.number, parentsOf)
      ? [
          because(
            'circle',
            `${to.number} refers to ${number} already, itself or through others: a document cannot be a part of itself`,
            'leave it out',
          ),
        ]
      : []),
    ...(parentsOf(to.number).includes(number)
      ? [because('already', `${number} refers to ${to.number} already`, 'nothing is left to do')]
      : []),
  ]
}
