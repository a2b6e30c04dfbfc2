import { filledText, text } from '../../shape'
import { stateUseOf } from '../look-up'
import { idFor, named } from '../naming'
import type { Transition } from '../types'
import { changeLifecycle } from './changes'
import type { EditKind } from './edit-kind'

export interface AddTransition {
  kind: 'add-transition'
  lifecycle: string
  name: string
  from: string
  to: string
}

export const addTransition: EditKind<AddTransition> = {
  fields: {
    lifecycle: text(80),
    name: filledText(200, 'the transition needs a name'),
    from: text(80),
    to: text(80),
  },
  apply: (configuration, { lifecycle: id, name, from, to }) =>
    changeLifecycle(configuration, id, (lifecycle) => {
      const others = lifecycle.transitions
      const transition: Transition = {
        id: idFor(
          name,
          others.map((other) => other.id),
        ),
        name: named(
          name,
          'transition',
          others.map((other) => other.name),
        ),
        from: [stateUseOf(lifecycle, from).state],
        to: stateUseOf(lifecycle, to).state,
        trigger: 'hand',
        firedBy: [],
        revision: 'keep',
        effects: [],
      }
      return { ...lifecycle, transitions: [...others, transition] }
    }),
  words: (_, { name }) => `Add transition ${name}`,
}
