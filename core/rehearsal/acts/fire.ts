import { decide } from '../../engine'
import { optional, text } from '../../shape'
import type { ActKind } from './act-kind'
import { knownTransition } from './known-transition'

export interface FireAct {
  act: 'fire'
  transition: string
  seat?: string
}

/** Fires a transition, or signs one that is fired by quorum. */
export const fire: ActKind<FireAct> = {
  fields: { transition: text(200), seat: optional(text(200)) },
  movesOn: true,
  decide: ({ transition, seat }, { standing }) =>
    knownTransition(standing, transition) ?? decide({ ...standing, transition, seat }),
}
