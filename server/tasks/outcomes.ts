import { lifecycleOf, stateName, type Transition } from '../../core/configuration'
import { type Decision, outcomeOf } from '../../core/engine'
import { forOneAct } from '../../core/template'
import type { TaskKind, TaskOutcome } from '../../shared/answers'
import { published } from '../configuration/published'
import type { Tx } from '../database/connection'
import type { Account } from '../directory/people'
import { decideFiring } from '../documents/acts/fire'
import { type DocumentRow, snapshot } from '../documents/rows'

/** The outcome by which what is checked out is given back. */
export const giveBack = 'undo-check-out'

/** The ways in which somebody could decide a task now, with what each would do; none where it is not theirs. */
export function outcomesOf(
  tx: Tx,
  account: Account,
  kind: TaskKind,
  row: DocumentRow,
  detail: string,
): TaskOutcome[] {
  if (kind === 'check-out') {
    if (row.checkedOutBy !== account.id) return []
    const does = `${row.number} stays as version ${row.version}`
    return [{ id: giveBack, name: 'Give back', comment: 'optional', password: false, does }]
  }
  const { transitions } = lifecycleOf(published(tx).configuration, row.lifecycle)
  const ways = transitions.filter(({ from, trigger }) => from.includes(row.state) && trigger !== 'unattended')
  const open = forOneAct(() => ways.flatMap((transition) => outcomeOfWay(tx, account, row, transition)))
  const isAsked = kind !== 'sign' || open.some(({ id }) => id === detail)
  return isAsked ? open.sort((one, other) => Number(other.id === detail) - Number(one.id === detail)) : []
}

function outcomeOfWay(tx: Tx, account: Account, row: DocumentRow, transition: Transition): TaskOutcome[] {
  // Whether a comment is asked for is no reason against: it is given with the decision.
  const decision = decideFiring(tx, account, row, transition.id, 'x')
  if (decision.answer === 'refused') return []
  const { id, name, comment = 'optional', password = false } = transition
  return [{ id, name, comment, password, does: inWords(tx, row, decision) }]
}

/** What a decision does to a document, as one sentence. */
function inWords(tx: Tx, row: DocumentRow, decision: Exclude<Decision, { answer: 'refused' }>): string {
  if (decision.answer === 'progress') {
    const { signed, needed } = decision.progress
    return `signature ${signed} of ${needed}; nothing else yet`
  }
  const { to, before, after } = outcomeOf(snapshot(tx, row), decision.commands)
  const label = after !== before ? `, revision ${after}` : ''
  return `to ${stateName(published(tx).configuration, to)}${label}`
}
