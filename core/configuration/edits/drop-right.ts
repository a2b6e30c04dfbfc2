import { type Right, rightShape } from '../../access'
import { text } from '../../shape'
import { stateName } from '../look-up'
import { changeUse } from './changes'
import type { EditKind } from './edit-kind'

/** Takes a right in a state away from everybody. */
export interface DropRight {
  kind: 'drop-right'
  lifecycle: string
  state: string
  right: Right
}

export const dropRight: EditKind<DropRight> = {
  fields: { lifecycle: text(80), state: text(80), right: rightShape },
  apply: (configuration, edit) =>
    changeUse(configuration, edit, (use) => ({
      ...use,
      grants: Object.fromEntries(
        Object.entries(use.grants).map(([principal, listed]) => [
          principal,
          listed.filter((right) => right !== edit.right),
        ]),
      ),
    })),
  words: (configuration, { state, right }) => `Nobody may ${right} in ${stateName(configuration, state)}`,
}
