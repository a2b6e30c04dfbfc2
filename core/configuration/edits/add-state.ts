import { filledText, optional, text, whole } from '../../shape'
import { lifecycleOf, stateName } from '../look-up'
import { idFor, named } from '../naming'
import { type Phase, phaseKinds, phaseShape } from '../phases'
import type { StateUse } from '../types'
import { changeLifecycle } from './changes'
import type { EditKind } from './edit-kind'

/** A state of that name in the catalogue is used; else the catalogue gains one. */
export interface AddState {
  kind: 'add-state'
  lifecycle: string
  name: string
  phase: Phase
  at?: number
}

export const addState: EditKind<AddState> = {
  fields: {
    lifecycle: text(80),
    name: filledText(200, 'the state needs a name'),
    phase: phaseShape,
    at: optional(whole(0, 10_000)),
  },
  apply(configuration, { lifecycle: id, name: wanted, phase, at }) {
    const lifecycle = lifecycleOf(configuration, id)
    const uses = lifecycle.states.map((use) => stateName(configuration, use.state))
    const name = named(wanted, 'state', uses)
    const known = configuration.states.find((state) => state.name.toLowerCase() === name.toLowerCase())
    const taken = configuration.states.map((state) => state.id)
    const state = known ?? { id: idFor(name, taken), name }
    const use: StateUse = { state: state.id, phase, content: phaseKinds[phase].content, grants: {} }
    const place = at ?? lifecycle.states.length
    const states = [...lifecycle.states.slice(0, place), use, ...lifecycle.states.slice(place)]
    const entry = lifecycle.states.length === 0 ? state.id : lifecycle.entry
    const catalogue = known ? configuration.states : [...configuration.states, state]
    return changeLifecycle({ ...configuration, states: catalogue }, id, (before) => ({
      ...before,
      entry,
      states,
    }))
  },
  words: (_, { name }) => `Add state ${name}`,
}
