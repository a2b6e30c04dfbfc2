import { lifecycleOf, transitionOf } from '../../../core/configuration'
import { decideWithdrawal } from '../../../core/engine'
import { published } from '../../configuration/published'
import { atomically, type Db } from '../../database/connection'
import type { Account } from '../../directory/people'
import { type Chosen, chosenRow, commandsOf, standingOf } from '../act'
import { carryOut } from '../carry-out'

/** Takes one’s own signature back; the round ends with the last one. @throws Refusal where there is none. */
export function withdraw(
  db: Db,
  account: Account,
  chosen: Chosen,
  transition: string,
  comment: string | undefined,
): void {
  atomically(db, (tx) => {
    const row = chosenRow(tx, account, chosen)
    const { configuration } = published(tx)
    const { name } = transitionOf(lifecycleOf(configuration, row.lifecycle), transition)
    const decision = decideWithdrawal({ ...standingOf(tx, account, row, comment), transition })
    carryOut(tx, account, configuration, row, commandsOf(decision, row.number), {
      code: 'withdraw',
      action: `${name}, signature withdrawn`,
      before: {},
      after: {},
      why: comment,
    })
  })
}
