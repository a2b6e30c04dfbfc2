import { text } from '../../shape'
import { stateName, stateUseOf } from '../look-up'
import { changeLifecycle } from './changes'
import type { EditKind } from './edit-kind'

/** Says in which state documents enter. */
export interface SetEntry {
  kind: 'set-entry'
  lifecycle: string
  state: string
}

export const setEntry: EditKind<SetEntry> = {
  fields: { lifecycle: text(80), state: text(80) },
  apply: (configuration, { lifecycle: id, state }) =>
    changeLifecycle(configuration, id, (lifecycle) => ({
      ...lifecycle,
      entry: stateUseOf(lifecycle, state).state,
    })),
  words: (configuration, { state }) => `Documents enter in ${stateName(configuration, state)}`,
}
