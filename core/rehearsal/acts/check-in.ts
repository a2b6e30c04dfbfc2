import { carryOut, decideCheckIn, decideEdit, type Decision, type Values } from '../../engine'
import { optional, text } from '../../shape'
import type { ActKind } from './act-kind'
import { valuesShape } from './values'

export interface CheckInAct {
  act: 'check-in'
  record?: Values
  content?: string
}

export const checkIn: ActKind<CheckInAct> = {
  fields: { record: optional(valuesShape), content: optional(text(1_000_000)) },
  movesOn: true,
  decide({ record = {} }, { standing }): Decision {
    const edited = decideEdit({ ...standing, values: record })
    if (edited.answer !== 'done') return edited
    const document = carryOut(standing.document, edited.commands)
    const checkedIn = decideCheckIn({ ...standing, document })
    if (checkedIn.answer !== 'done') return checkedIn
    return { answer: 'done', commands: [...edited.commands, ...checkedIn.commands] }
  },
}
