import { decideCorrection } from '../../engine'
import { text, whole } from '../../shape'
import type { ActKind } from './act-kind'

export interface CorrectAct {
  act: 'correct'
  /** From 1. */
  row: number
  label: string
}

export const correct: ActKind<CorrectAct> = {
  fields: { row: whole(1, 1_000_000), label: text(1000) },
  movesOn: true,
  decide: ({ row, label }, { standing }) => decideCorrection({ ...standing, row: row - 1, label }),
}
