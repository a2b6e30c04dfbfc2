import { type Decision, reasonsAgainstReferring } from '../../engine'
import { canonicalNumber } from '../../numbering'
import { text } from '../../shape'
import { notThere } from '../not-there'
import { documentNumbered, parentsIn, sees } from '../world'
import type { ActKind } from './act-kind'

export interface ReferAct {
  act: 'refer'
  to: string
}

export const refer: ActKind<ReferAct> = {
  fields: { to: text(1000) },
  movesOn: false,
  decide({ to: number }, { world, person, standing }): Decision {
    const to = documentNumbered(world, number)
    if (!to || !sees(world, person, to)) return { answer: 'refused', reasons: [notThere(number)] }
    const reasons = reasonsAgainstReferring({ ...standing, to, parentsOf: parentsIn(world) })
    return reasons.length ? { answer: 'refused', reasons } : { answer: 'done', commands: [] }
  },
  then({ to }, { references }, { number }) {
    const parent = canonicalNumber(number)
    references.set(parent, [...(references.get(parent) ?? []), canonicalNumber(to)])
  },
}
