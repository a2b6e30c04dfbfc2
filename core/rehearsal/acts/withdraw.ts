import { decideWithdrawal } from '../../engine'
import { text } from '../../shape'
import type { ActKind } from './act-kind'
import { knownTransition } from './known-transition'

export interface WithdrawAct {
  act: 'withdraw'
  transition: string
}

export const withdraw: ActKind<WithdrawAct> = {
  fields: { transition: text(200) },
  movesOn: false,
  decide: ({ transition }, { standing }) =>
    knownTransition(standing, transition) ?? decideWithdrawal({ ...standing, transition }),
}
