import type { Reason, Right } from '../access'
import { type Lifecycle, lifecycleOf, stateName, stateUseOf } from '../configuration'
import type { Command } from './commands'
import { editedBy } from './commands/set-editor'
import { type Decision, done, refused } from './decision'
import type { Written } from './document'
import { renewed } from './relabel'
import { allowsAll } from './rights'
import type { Standing } from './standing'

/** Content and record are changed only in states that are open. */
export function contentOpen(
  { configuration, document }: Pick<Standing, 'configuration' | 'document'>,
  lifecycle: Lifecycle,
): Reason[] {
  if (stateUseOf(lifecycle, document.state).content === 'open') return []
  const state = stateName(configuration, document.state)
  return [
    {
      rule: 'content',
      message: `content is closed in ${state}`,
      where: `${lifecycle.name}, state ${state}`,
      wayOut: 'bring it to a state that is open first',
    },
  ]
}

/** Nobody else may have it checked out. */
export function free({ document, person }: Pick<Standing, 'document' | 'person'>): Reason[] {
  const { checkedOutBy: holder, number } = document
  if (!holder || holder.id === person.id) return []
  const message = `${number} is checked out by ${holder.name}`
  return [
    { rule: 'checked-out', message, where: 'the document', wayOut: `ask ${holder.name} to check it in` },
  ]
}

const notOut = ({ document }: Standing): Reason => ({
  rule: 'not-checked-out',
  message: `${document.number} is not checked out`,
  where: 'the document',
  wayOut: 'check it out first',
})

/** Lists every reason against changing content: missing rights, a closed state, another holder. */
export function againstChanging(request: Standing, rights: Right[] = ['edit']): Reason[] {
  const lifecycle = lifecycleOf(request.configuration, request.document.lifecycle)
  return [
    ...allowsAll(request, lifecycle, rights).reasons,
    ...contentOpen(request, lifecycle),
    ...free(request),
  ]
}

/** What checking a document out does, or every reason against. */
export function decideCheckOut(request: Standing): Decision {
  const { document, person } = request
  const own: Reason[] =
    document.checkedOutBy?.id === person.id
      ? [
          {
            rule: 'checked-out',
            message: `${document.number} is checked out by ${person.name} already`,
            where: 'the document',
            wayOut: 'check it in, or undo the check-out',
          },
        ]
      : []
  // A check-out gives the file to the person, so it needs the right to open.
  const reasons = [...againstChanging(request, ['edit', 'open']), ...own]
  const holder = { id: person.id, name: person.name }
  return reasons.length ? refused(reasons) : done([{ kind: 'set-holder', holder }])
}

/**
 * What checking a new content in does: a version, for which the current label stands from now on.
 * @param request with what the content says of the record, `said`: it has been read from the file, and typed by nobody
 */
export function decideCheckIn(request: Standing & { said?: Written[] }): Decision {
  const { document, person, comment, said = [] } = request
  const reasons = [...againstChanging(request), ...(document.checkedOutBy ? [] : [notOut(request)])]
  if (reasons.length) return refused(reasons)
  return done([
    ...said.map((entry): Command => ({ kind: 'write-attribute', ...entry })),
    ...renewed(document, 'incoming', comment?.trim() || null),
    { kind: 'set-holder', holder: null },
    editedBy(person),
  ])
}

/** What giving a check-out back does: one’s own at any time, another’s by an administrator with a reason. */
export function decideUndoCheckOut(request: Standing & { isAdministrator?: boolean }): Decision {
  const { document, person, comment, isAdministrator } = request
  if (!document.checkedOutBy) return refused([notOut(request)])
  const own = document.checkedOutBy.id === person.id
  if (!own && !isAdministrator) return refused(free(request))
  if (!own && !comment?.trim())
    return refused([
      {
        rule: 'comment',
        message: `breaking the check-out of ${document.checkedOutBy.name} asks for a reason`,
        where: 'the document',
        wayOut: 'say why',
      },
    ])
  return done([{ kind: 'set-holder', holder: null }])
}
