import { decideCheckOut } from '../../engine'
import type { ActKind } from './act-kind'

export interface CheckOutAct {
  act: 'check-out'
}

export const checkOut: ActKind<CheckOutAct> = {
  fields: {},
  movesOn: false,
  decide: (_, { standing }) => decideCheckOut(standing),
}
