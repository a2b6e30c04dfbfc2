import { record } from '../../audit/trail'
import { now } from '../../clock'
import type { Db } from '../../database/connection'
import type { Account } from '../../directory/people'
import { Refusal } from '../../refusal'
import { act, type Chosen, requireFree, requireOpen } from '../act'
import { update } from '../rows'

/** Reserves a document's file for one person. */
export function checkOut(db: Db, account: Account, chosen: Chosen): void {
  act(db, account, chosen, ['open', 'edit'], (tx, row, configuration) => {
    requireOpen(configuration, row)
    requireFree(tx, row, account)
    if (row.checkedOutBy) throw new Refusal('conflict', `${row.number} is checked out by you already`)
    const at = now()
    update(tx, row, { checkedOutBy: account.id, checkedOutAt: at, changedAt: at })
    record(tx, account, {
      code: 'check-out',
      action: 'check out',
      subject: { kind: 'document', id: row.id, name: row.number },
      after: { version: row.version },
      at,
    })
  })
}

/** Gives the reservation back; the document stays as it was. */
export function undoCheckOut(db: Db, account: Account, chosen: Chosen): void {
  act(db, account, chosen, ['edit'], (tx, row) => {
    requireFree(tx, row, account)
    if (!row.checkedOutBy) throw new Refusal('conflict', `${row.number} is not checked out`)
    update(tx, row, { checkedOutBy: null, checkedOutAt: null })
    record(tx, account, {
      code: 'undo-check-out',
      action: 'undo check-out',
      subject: { kind: 'document', id: row.id, name: row.number },
      after: { version: row.version },
    })
  })
}
