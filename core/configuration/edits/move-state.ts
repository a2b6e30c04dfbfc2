import { text, whole } from '../../shape'
import { stateName, stateUseOf } from '../look-up'
import { changeLifecycle, moved } from './changes'
import type { EditKind } from './edit-kind'

/** Puts a state into another column. */
export interface MoveState {
  kind: 'move-state'
  lifecycle: string
  state: string
  to: number
}

export const moveState: EditKind<MoveState> = {
  fields: { lifecycle: text(80), state: text(80), to: whole(0, 10_000) },
  apply: (configuration, { lifecycle: id, state, to }) =>
    changeLifecycle(configuration, id, (lifecycle) => ({
      ...lifecycle,
      states: moved(lifecycle.states, stateUseOf(lifecycle, state), to),
    })),
  words: (configuration, { state, to }) => `Move ${stateName(configuration, state)} to column ${to + 1}`,
}
