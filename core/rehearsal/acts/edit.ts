import { decideEdit, type Values } from '../../engine'
import { type ActKind } from './act-kind'
import { valuesShape } from './values'

export interface EditAct {
  act: 'edit'
  record: Values
}

export const edit: ActKind<EditAct> = {
  fields: { record: valuesShape },
  // Nobody wants a document to leave while they type.
  movesOn: false,
  decide: ({ record }, { standing }) => decideEdit({ ...standing, values: record }),
}
