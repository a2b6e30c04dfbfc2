import { lifecycleOf } from '../../core/configuration'
import { told } from '../../core/engine'
import { forOneAct } from '../../core/template'
import type { PossibleAct } from '../../shared/answers'
import { published } from '../configuration/published'
import type { Tx } from '../database/connection'
import type { Account } from '../directory/people'
import { decideFiring } from './acts/fire'
import { holds, seenRow } from './rights'
import { openRound } from './rounds'
import { snapshot } from './rows'

/** Every transition that starts where a document stands, with what it would do or every reason against. */
export function possibleActs(tx: Tx, account: Account, number: string, comment?: string): PossibleAct[] {
  const row = seenRow(tx, account, number)
  const document = snapshot(tx, row)
  const history = holds(tx, account, 'history')(row)
  const { transitions } = lifecycleOf(published(tx).configuration, row.lifecycle)
  return forOneAct(() =>
    transitions
      .filter(({ from }) => from.includes(row.state))
      .map((transition) => ({
        transition,
        decision: told(document, decideFiring(tx, account, row, transition.id, comment)),
        round: openRound(tx, document, row.id, transition, history),
      })),
  )
}
