import { decideAdoption, type Decision } from '../../../core/engine'
import { published } from '../../configuration/published'
import { atomically, type Db, type Tx } from '../../database/connection'
import type { Account } from '../../directory/people'
import { type Chosen, chosenRow, commandsOf, standingOf } from '../act'
import { carryOut } from '../carry-out'
import { forEachInAct } from '../../scripts/needed'
import { followUp } from '../follow-up'
import type { DocumentRow } from '../rows'

/** What adopting a label would do to a document. */
export const decideAdopting = (
  tx: Tx,
  account: Account,
  row: DocumentRow,
  { label, source, comment }: { label: string | null; source: string; comment?: string },
): Decision => decideAdoption({ ...standingOf(tx, account, row, comment), label, source })

/**
 * Adopts the labels of several documents, all or none. @throws Refusal with every reason of the first that
 * cannot be.
 */
export function adopt(
  db: Db,
  account: Account,
  chosen: (Chosen & { label: string })[],
  comment: string | undefined,
): void {
  atomically(db, (tx) => {
    const { configuration } = published(tx)
    forEachInAct(chosen, ({ label, ...document }) => {
      const row = chosenRow(tx, account, document)
      const decision = decideAdopting(tx, account, row, { label, source: 'the label entered', comment })
      const commands = commandsOf(decision, row.number, chosen.length)
      carryOut(tx, account, configuration, row, commands, {
        code: 'adopt',
        action: 'adopt label',
        why: comment,
      })
      followUp(tx, row.id, commands)
    })
  })
}
