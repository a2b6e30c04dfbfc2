import type { Reason } from '../../access'
import {
  carryOut,
  decideCheckIn,
  decideEdit,
  type Decision,
  done,
  reasonsAgainst,
  refused,
  type Values,
} from '../../engine'
import { optional, text } from '../../shape'
import type { ActKind } from './act-kind'
import { valuesShape } from './values'

export interface CheckInAct {
  act: 'check-in'
  record?: Values
  content?: string
}

/** Removes reasons that record and content share. */
const once = (reasons: Reason[]): Reason[] => [
  ...new Map(reasons.map((reason) => [`${reason.rule} ${reason.message}`, reason])).values(),
]

export const checkIn: ActKind<CheckInAct> = {
  fields: { record: optional(valuesShape), content: optional(text(1_000_000)) },
  movesOn: true,
  decide({ record = {} }, { standing }): Decision {
    const edited = decideEdit({ ...standing, values: record })
    const written = edited.answer === 'done' ? edited.commands : []
    const checkedIn = decideCheckIn({ ...standing, document: carryOut(standing.document, written) })
    if (edited.answer !== 'done' || checkedIn.answer !== 'done')
      return refused(once([edited, checkedIn].flatMap(reasonsAgainst)))
    return done([...written, ...checkedIn.commands])
  },
}
