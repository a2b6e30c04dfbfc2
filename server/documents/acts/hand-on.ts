import { decideHandOn, type Decision } from '../../../core/engine'
import { published } from '../../configuration/published'
import { atomically, type Db, type Tx } from '../../database/connection'
import { type Account, account as accountOf, asPerson } from '../../directory/people'
import { Refusal } from '../../refusal'
import { type Chosen, chosenRow, commandsOf, standingOf } from '../act'
import { carryOut } from '../carry-out'
import type { DocumentRow } from '../rows'

/** What handing a document on to somebody would do, or every reason against. @throws Refusal where there is nobody. */
function decideHandingOn(
  tx: Tx,
  account: Account,
  row: DocumentRow,
  to: Account,
  comment?: string,
): Decision {
  const owner = accountOf(tx, row.owner)
  return decideHandOn({
    ...standingOf(tx, account, row, comment),
    person: { ...asPerson(account), administrator: account.administrator },
    ownerName: owner?.name ?? row.owner,
    to: { ...asPerson(to), active: to.active },
  })
}

/** Gives a document to somebody else, whose it is from then on. */
export function handOn(db: Db, account: Account, chosen: Chosen, to: string, comment?: string): void {
  atomically(db, (tx) => {
    const row = chosenRow(tx, account, chosen)
    const heir = accountOf(tx, to)
    if (!heir)
      throw new Refusal('invalid', `there is no person “${to}” in the directory: choose somebody who is`)
    const commands = commandsOf(decideHandingOn(tx, account, row, heir, comment), row.number)
    const before = accountOf(tx, row.owner)?.name ?? row.owner
    carryOut(tx, account, published(tx).configuration, row, commands, {
      code: 'hand-on',
      action: 'hand on',
      why: comment,
      before: { owner: before },
      after: { owner: heir.name },
    })
  })
}
