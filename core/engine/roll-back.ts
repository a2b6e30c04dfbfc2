import { allowsAll } from './rights'
import { lifecycleOf, stateName, stateUseOf } from '../configuration'
import { checkedIn, commentGiven, type Standing } from './outcome'
import type { Reason } from '../access'

/**
 * Every reason against rolling a document back to one of its earlier versions; none means it may be done.
 * The content of that version comes in again as a new one: nothing is erased, and the label stays.
 */
export function reasonsAgainstRollBack(request: Standing & { version: number }): Reason[] {
  const { configuration, document, version } = request
  const lifecycle = lifecycleOf(configuration, document.lifecycle)
  const state = stateName(configuration, document.state)
  const reasons = [...checkedIn(request), ...allowsAll(request, lifecycle, ['rollback']).reasons]
  if (stateUseOf(lifecycle, document.state).content === 'closed')
    reasons.push({
      rule: 'content',
      message: `content is closed in ${state}`,
      where: `${lifecycle.name}, state ${state}`,
      wayOut: 'bring it to a state that is open first',
    })
  if (version === document.version)
    reasons.push({
      rule: 'version',
      message: `version ${version} is the current one`,
      where: 'the document',
      wayOut: 'choose an earlier version',
    })
  else if (version < 1 || version > document.version)
    reasons.push({
      rule: 'version',
      message: `${document.number} has no version ${version}`,
      where: 'the document',
      wayOut: `choose one from 1 to ${document.version - 1}`,
    })
  return [...reasons, ...commentGiven(request, 'rolling back', 'the document')]
}
