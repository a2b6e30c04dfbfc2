import { text } from '../../shape'
import { transitionOf } from '../look-up'
import { changeLifecycle } from './changes'
import type { EditKind } from './edit-kind'
import { transitionName } from './transition-name'

export interface RemoveTransition {
  kind: 'remove-transition'
  lifecycle: string
  transition: string
}

export const removeTransition: EditKind<RemoveTransition> = {
  fields: { lifecycle: text(80), transition: text(80) },
  apply: (configuration, { lifecycle: id, transition }) =>
    changeLifecycle(configuration, id, (lifecycle) => {
      const gone = transitionOf(lifecycle, transition)
      return { ...lifecycle, transitions: lifecycle.transitions.filter((other) => other !== gone) }
    }),
  words: (configuration, edit) => `Remove transition ${transitionName(configuration, edit)}`,
}
