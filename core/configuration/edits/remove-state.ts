import { text } from '../../shape'
import { stateName, stateUseOf } from '../look-up'
import { EditError } from '../naming'
import { changeLifecycle } from './changes'
import type { EditKind } from './edit-kind'

/** Transitions that end in the state go with it, and those that start from it alone. */
export interface RemoveState {
  kind: 'remove-state'
  lifecycle: string
  state: string
}

export const removeState: EditKind<RemoveState> = {
  fields: { lifecycle: text(80), state: text(80) },
  apply: (configuration, { lifecycle: id, state }) =>
    changeLifecycle(configuration, id, (lifecycle) => {
      const gone = stateUseOf(lifecycle, state)
      if (lifecycle.entry === state)
        throw new EditError(
          `documents enter in ${stateName(configuration, state)}: choose another entry state first`,
        )
      const transitions = lifecycle.transitions
        .map((transition) => ({ ...transition, from: transition.from.filter((from) => from !== state) }))
        .filter((transition) => transition.to !== state && transition.from.length > 0)
      return { ...lifecycle, states: lifecycle.states.filter((use) => use !== gone), transitions }
    }),
  words: (configuration, { state }) => `Remove state ${stateName(configuration, state)}`,
}
