import { list, text } from '../../shape'
import { isCalled } from '../from-pattern'
import { lifecycleOf, stateName, stateUseOf } from '../look-up'
import { EditError, idFor } from '../naming'
import type { Lifecycle, Transition } from '../types'
import { changeLifecycle } from './changes'
import type { EditKind } from './edit-kind'

/**
 * Copies states with all that they are in one lifecycle into another, and the transitions between them. What
 * is there already stays.
 */
export interface PasteStates {
  kind: 'paste-states'
  lifecycle: string
  source: string
  states: string[]
}

export const pasteStates: EditKind<PasteStates> = {
  fields: {
    lifecycle: text(80),
    source: text(80),
    states: list(text(80), 100, 1, 'name the states to paste'),
  },
  apply(configuration, { lifecycle: id, source, states }) {
    const original = lifecycleOf(configuration, source)
    return changeLifecycle(configuration, id, (target) => {
      const fresh = states
        .map((state) => stateUseOf(original, state))
        .filter(({ state }) => !target.states.some((use) => use.state === state))
      const pasted = between(original, states).filter(
        ({ name }) => !target.transitions.some((other) => isCalled(other, name)),
      )
      if (fresh.length === 0 && pasted.length === 0)
        throw new EditError(`${target.name} has these states and their transitions already`)
      return {
        ...target,
        entry: target.entry || fresh[0]!.state,
        states: [...target.states, ...fresh],
        transitions: pasted.reduce(withFreshId, target.transitions),
      }
    })
  },
  words: (configuration, { states, source }) =>
    `Paste ${states.map((state) => stateName(configuration, state)).join(', ')} from ${lifecycleOf(configuration, source).name}`,
}

/** The transitions of a lifecycle that begin and end in some of its states. */
const between = ({ transitions }: Lifecycle, states: string[]): Transition[] =>
  transitions
    .map((transition) => ({ ...transition, from: transition.from.filter((state) => states.includes(state)) }))
    .filter(({ from, to }) => from.length && states.includes(to))

function withFreshId(known: Transition[], transition: Transition): Transition[] {
  const taken = known.map(({ id }) => id)
  return [...known, { ...transition, id: idFor(transition.name, taken) }]
}
