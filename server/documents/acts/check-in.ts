import { decideCheckIn } from '../../../core/engine'
import { published } from '../../configuration/published'
import { atomically, type Db, type Tx } from '../../database/connection'
import type { Account } from '../../directory/people'
import { Refusal } from '../../refusal'
import { type Chosen, commandsOf, requireFree, requireOpen, rowToActOn, standingOf } from '../act'
import { carryOut } from '../carry-out'
import { followUp } from '../follow-up'
import type { DocumentRow, Incoming } from '../rows'

/** A document that a person may check in now. @throws Refusal, also for one that they may not see. */
export function checkedOutRow(tx: Tx, account: Account, chosen: Chosen): DocumentRow {
  const row = rowToActOn(tx, account, chosen, ['edit'])
  requireOpen(published(tx).configuration, row)
  if (row.checkedOutBy === account.id) return row
  requireFree(tx, row, account)
  const why = 'is not checked out: check it out before you check a new file in'
  throw new Refusal('conflict', `${row.number} ${why}`)
}

/** Takes a new content in as the next version. The current label stands for it from now on. */
export function checkIn(
  db: Db,
  account: Account,
  chosen: Chosen,
  content: Incoming,
  comment: string | null,
): void {
  atomically(db, (tx) => {
    const row = checkedOutRow(tx, account, chosen)
    const { configuration } = published(tx)
    const commands = commandsOf(decideCheckIn(standingOf(tx, account, row, comment ?? undefined)), row.number)
    const { fileName, sha256 } = content
    carryOut(tx, account, configuration, row, commands, {
      code: 'check-in',
      action: 'check in',
      why: comment,
      content,
      before: { version: row.version },
      after: { version: row.version + 1, fileName, sha256 },
    })
    followUp(tx, row.id, commands)
  })
}
