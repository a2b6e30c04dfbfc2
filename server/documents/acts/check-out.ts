import { decideCheckOut, decideUndoCheckOut } from '../../../core/engine'
import { atomically, type Db } from '../../database/connection'
import type { Account } from '../../directory/people'
import { Refusal } from '../../refusal'
import { act, type Chosen, chosenRow, commandsOf, requireFree, requireOpen, standingOf } from '../act'
import { carryOut } from '../carry-out'
import { type DocumentRow, holderOf } from '../rows'

/** Reserves a document's file for one person. */
export function checkOut(db: Db, account: Account, chosen: Chosen): void {
  act(db, account, chosen, ['open', 'edit'], (tx, row, configuration) => {
    requireOpen(configuration, row)
    requireFree(tx, row, account)
    if (row.checkedOutBy) throw new Refusal('conflict', `${row.number} is checked out by you already`)
    const commands = commandsOf(decideCheckOut(standingOf(tx, account, row)), row.number)
    carryOut(tx, account, configuration, row, commands, {
      ...{ code: 'check-out', action: 'check out', after: { version: row.version } },
    })
  })
}

/**
 * Gives a reservation back; the document stays as it was. One's own at any time; an administrator that of another,
 * who may have left, with a reason.
 * @throws Refusal
 */
export function undoCheckOut(db: Db, account: Account, chosen: Chosen, comment?: string): void {
  atomically(db, (tx) => {
    const row = chosenRow(tx, account, chosen)
    const holder = holderOf(tx, row)
    if (!row.checkedOutBy) throw new Refusal('conflict', `${row.number} is not checked out`)
    const own = row.checkedOutBy === account.id
    if (!own) requireBreaking(row, account, holder?.name ?? row.checkedOutBy, comment)
    const standing = { ...standingOf(tx, account, row, comment), isAdministrator: account.administrator }
    const { configuration } = standing
    carryOut(tx, account, configuration, row, commandsOf(decideUndoCheckOut(standing), row.number), {
      ...{ code: 'undo-check-out', action: own ? 'undo check-out' : 'give back', why: comment },
      before: own ? undefined : { checkedOutBy: holder?.name ?? row.checkedOutBy, since: row.checkedOutAt },
      after: { version: row.version },
    })
  })
}

/** @throws Refusal where somebody may not give back what another has checked out, or says no reason. */
function requireBreaking(row: DocumentRow, account: Account, holder: string, comment?: string): void {
  const since = row.checkedOutAt!.slice(0, 10)
  if (!account.administrator)
    throw new Refusal(
      'conflict',
      `${row.number} is checked out by ${holder} since ${since}: ask them, or an administrator, to give it back`,
    )
  if (!comment?.trim())
    throw new Refusal('invalid', `giving back what ${holder} has checked out asks for a reason`)
}
