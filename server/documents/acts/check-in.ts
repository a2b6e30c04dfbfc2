import { eq } from 'drizzle-orm'
import { renewed } from '../../../core/engine'
import type { Db } from '../../database/connection'
import { documents } from '../../database/schema'
import type { Account } from '../../directory/people'
import { Refusal } from '../../refusal'
import { act, type Chosen, requireFree, requireOpen } from '../act'
import { carryOut } from '../carry-out'
import { type Incoming, snapshot } from '../rows'

/** Takes a new content in as the next version. The current label stands for it from now on. */
export function checkIn(
  db: Db,
  account: Account,
  chosen: Chosen,
  content: Incoming,
  comment: string | null,
): void {
  act(db, account, chosen, ['edit'], (tx, row, configuration) => {
    requireOpen(configuration, row)
    if (row.checkedOutBy !== account.id) {
      requireFree(tx, row, account)
      const why = 'is not checked out: check it out before you check a new file in'
      throw new Refusal('conflict', `${row.number} ${why}`)
    }
    const commands = renewed(snapshot(tx, row), 'incoming', comment)
    const { fileName, sha256 } = content
    carryOut(tx, account, configuration, row, commands, {
      code: 'check-in',
      action: 'check in',
      why: comment,
      content,
      lastEditor: account.id,
      before: { version: row.version },
      after: { version: row.version + 1, fileName, sha256 },
    })
    tx.update(documents).set({ checkedOutBy: null, checkedOutAt: null }).where(eq(documents.id, row.id)).run()
  })
}
