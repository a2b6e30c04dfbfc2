import { text, whole } from '../../shape'
import { transitionOf } from '../look-up'
import { changeLifecycle, moved } from './changes'
import type { EditKind } from './edit-kind'
import { transitionName } from './transition-name'

/** Puts a transition into another row. */
export interface MoveTransition {
  kind: 'move-transition'
  lifecycle: string
  transition: string
  to: number
}

export const moveTransition: EditKind<MoveTransition> = {
  fields: { lifecycle: text(80), transition: text(80), to: whole(0, 10_000) },
  apply: (configuration, { lifecycle: id, transition, to }) =>
    changeLifecycle(configuration, id, (lifecycle) => ({
      ...lifecycle,
      transitions: moved(lifecycle.transitions, transitionOf(lifecycle, transition), to),
    })),
  words: (configuration, edit) => `Move ${transitionName(configuration, edit)} to row ${edit.to + 1}`,
}
