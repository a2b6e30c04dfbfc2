import { decideRollBack, type Decision } from '../../../core/engine'
import { published } from '../../configuration/published'
import { atomically, type Db, type Tx } from '../../database/connection'
import type { Account } from '../../directory/people'
import { type Chosen, chosenRow, commandsOf, standingOf } from '../act'
import { carryOut } from '../carry-out'
import { followUp } from '../follow-up'
import { contentOf, type DocumentRow } from '../rows'

/** What rolling back to a version would do, or every reason against. */
export const decideRollingBack = (
  tx: Tx,
  account: Account,
  row: DocumentRow,
  version: number,
  comment?: string,
): Decision => decideRollBack({ ...standingOf(tx, account, row, comment), version })

/**
 * Takes the content of an earlier version in again as the newest one; the label stays and stands for it from
 * now on.
 */
export function rollBack(db: Db, account: Account, chosen: Chosen, version: number, comment: string): void {
  atomically(db, (tx) => {
    const row = chosenRow(tx, account, chosen)
    const { configuration } = published(tx)
    const commands = commandsOf(decideRollingBack(tx, account, row, version, comment), row.number)
    const { sha256 } = contentOf(tx, row.id, version)
    carryOut(tx, account, configuration, row, commands, {
      code: 'roll-back',
      action: 'roll back',
      why: comment,
      before: { version: row.version },
      after: { version: row.version + 1, contentOf: version, sha256 },
    })
    followUp(tx, row.id, commands)
  })
}
