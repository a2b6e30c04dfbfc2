import { text } from '../../shape'
import { catalogueState, stateName } from '../look-up'
import { EditError } from '../naming'
import type { EditKind } from './edit-kind'

/** Takes a state that no lifecycle uses out of the catalogue. */
export interface DropState {
  kind: 'drop-state'
  state: string
}

export const dropState: EditKind<DropState> = {
  fields: { state: text(80) },
  apply(configuration, { state: id }) {
    const gone = catalogueState(configuration, id)
    const users = configuration.lifecycles
      .filter((lifecycle) => lifecycle.states.some((use) => use.state === id))
      .map(({ name }) => name)
    if (users.length)
      throw new EditError(`${gone.name} is used by ${users.join(', ')}: remove it there first`)
    return { ...configuration, states: configuration.states.filter((state) => state !== gone) }
  },
  words: (configuration, { state }) => `Take ${stateName(configuration, state)} out of the catalogue`,
}
