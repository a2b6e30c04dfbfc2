import { decideRollBack } from '../../engine'
import { whole } from '../../shape'
import type { ActKind } from './act-kind'

export interface RollBackAct {
  act: 'roll-back'
  version: number
}

export const rollBack: ActKind<RollBackAct> = {
  fields: { version: whole(0, 1_000_000_000) },
  movesOn: true,
  decide: ({ version }, { standing }) => decideRollBack({ ...standing, version }),
}
