import type { Reason } from '../access'
import { lifecycleOf } from '../configuration'
import { editedBy } from './commands/set-editor'
import { contentOpen } from './contents'
import { type Decision, done, refused } from './decision'
import { renewed } from './relabel'
import { allowsAll } from './rights'
import { checkedIn, commentGiven, type Standing } from './standing'

/** The version whose content is wanted again. */
export interface RollBackRequest extends Standing {
  version: number
}

/**
 * What rolling a document back to one of its earlier versions would do, or every reason against. The content
 * of that version
 * comes in again as a new one: nothing is erased, and the label stays and stands for it from now on.
 */
export function decideRollBack(request: RollBackRequest): Decision {
  const { configuration, document, version, comment } = request
  const lifecycle = lifecycleOf(configuration, document.lifecycle)
  const reasons = [
    ...checkedIn(request),
    ...allowsAll(request, lifecycle, ['rollback']).reasons,
    ...contentOpen(request, lifecycle),
    ...versionWrong(request),
    ...commentGiven(request, 'rolling back', 'the document'),
  ]
  if (reasons.length) return refused(reasons)
  const why = `Rolled back to version ${version}: ${comment!.trim()}`
  return done([...renewed(document, version, why), editedBy(request.person)])
}

function versionWrong({ document: { number, version: current }, version }: RollBackRequest): Reason[] {
  const where = 'the document'
  if (version === current)
    return [
      {
        rule: 'version',
        message: `version ${version} is the current one`,
        where,
        wayOut: 'choose an earlier version',
      },
    ]
  if (Number.isInteger(version) && version >= 1 && version < current) return []
  const wayOut = `choose one from 1 to ${current - 1}`
  return [{ rule: 'version', message: `${number} has no version ${version}`, where, wayOut }]
}
