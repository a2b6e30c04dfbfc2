import { lifecycleOf, transitionOf } from '../../../core/configuration'
import { decide, type Decision } from '../../../core/engine'
import { forOneAct } from '../../../core/template'
import { published } from '../../configuration/published'
import { atomically, type Db, type Tx } from '../../database/connection'
import type { Account } from '../../directory/people'
import { type Chosen, chosenRow, commandsOf, standingOf } from '../act'
import { carryOut } from '../carry-out'
import { type DocumentRow, documentRowById } from '../rows'

/** What firing a transition would do to a document, or every reason against. */
export const decideFiring = (
  tx: Tx,
  account: Account,
  row: DocumentRow,
  transition: string,
  comment?: string,
): Decision => decide({ ...standingOf(tx, account, row, comment), transition })

/**
 * Fires a transition by hand: decides on the document as it stands now, and carries the decision out in one
 * transaction.
 */
export function fire(
  db: Db,
  account: Account,
  chosen: Chosen,
  transition: string,
  comment: string | undefined,
): DocumentRow {
  return atomically(db, (tx) => {
    const row = chosenRow(tx, account, chosen)
    const { configuration } = published(tx)
    const { name } = transitionOf(lifecycleOf(configuration, row.lifecycle), transition)
    const decision = forOneAct(() => decideFiring(tx, account, row, transition, comment))
    const commands = commandsOf(decision, row.number)
    carryOut(tx, account, configuration, row, commands, { code: 'fire', action: name, why: comment })
    return documentRowById(tx, row.id)
  })
}
