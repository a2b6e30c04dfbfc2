import { type Decision, reasonsAgainstReferring } from '../../engine'
import { text } from '../../shape'
import { notThere } from '../not-there'
import { parentsIn, sees } from '../world'
import type { ActKind } from './act-kind'

export interface ReferAct {
  act: 'refer'
  to: string
}

export const refer: ActKind<ReferAct> = {
  fields: { to: text(1000) },
  movesOn: false,
  decide({ to: number }, { world, person, standing }): Decision {
    const to = world.documents.get(number)
    if (!to || !sees(world, person, to)) return { answer: 'refused', reasons: [notThere(number)] }
    const reasons = reasonsAgainstReferring({ ...standing, to, parentsOf: parentsIn(world) })
    return reasons.length ? { answer: 'refused', reasons } : { answer: 'done', commands: [] }
  },
  then({ to }, { references }, { number }) {
    references.set(number, [...(references.get(number) ?? []), to])
  },
}
