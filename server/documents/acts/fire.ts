import { lifecycleOf, transitionOf } from '../../../core/configuration'
import { decide, type Decision } from '../../../core/engine'
import { forOneAct } from '../../../core/template'
import { published } from '../../configuration/published'
import { atomically, type Db, type Tx } from '../../database/connection'
import type { Account } from '../../directory/people'
import { type Chosen, chosenRow, commandsOf, standingOf } from '../act'
import { type CarriedAct, carryOut } from '../carry-out'
import { followUp } from '../follow-up'
import { type DocumentRow, documentRowById } from '../rows'

/** What firing a transition would do to a document, or every reason against. */
export const decideFiring = (
  tx: Tx,
  account: Account,
  row: DocumentRow,
  transition: string,
  comment?: string,
  seat?: string,
): Decision => decide({ ...standingOf(tx, account, row, comment), transition, seat })

/**
 * Fires a transition by hand, or signs one that is fired by quorum: decides on the document as it stands now, and
 * carries the decision out in one transaction.
 */
export function fire(
  db: Db,
  account: Account,
  chosen: Chosen,
  transition: string,
  comment: string | undefined,
  seat?: string,
): DocumentRow {
  return atomically(db, (tx) => {
    const row = chosenRow(tx, account, chosen)
    const { configuration } = published(tx)
    const { name } = transitionOf(lifecycleOf(configuration, row.lifecycle), transition)
    const decision = forOneAct(() => decideFiring(tx, account, row, transition, comment, seat))
    const commands = commandsOf(decision, row.number)
    carryOut(tx, account, configuration, row, commands, { ...toldOf(decision, name), why: comment })
    if (decision.answer === 'done') followUp(tx, row.id, commands)
    return documentRowById(tx, row.id)
  })
}

/** What the trail says of it: the transition, or a signature with how many there are now. */
function toldOf(decision: Decision, name: string): CarriedAct {
  if (decision.answer !== 'progress') return { code: 'fire', action: name }
  const { signed, needed } = decision.progress
  return { code: 'sign', action: `${name}, signed`, before: {}, after: { signed: `${signed} of ${needed}` } }
}
