import { decideRevising } from '../../engine'
import type { ActKind } from './act-kind'

export interface NewRevisionAct {
  act: 'new-revision'
}

export const newRevision: ActKind<NewRevisionAct> = {
  fields: {},
  movesOn: true,
  decide: (_, { standing }) => decideRevising(standing).decision,
}
