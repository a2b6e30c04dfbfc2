import { filledText, text } from '../../shape'
import { stateName } from '../look-up'
import { named } from '../naming'
import { changeCatalogue } from './changes'
import type { EditKind } from './edit-kind'

export interface RenameState {
  kind: 'rename-state'
  state: string
  name: string
}

export const renameState: EditKind<RenameState> = {
  fields: { state: text(80), name: filledText(200, 'the state needs a name') },
  apply(configuration, { state: id, name: to }) {
    const others = configuration.states.filter((state) => state.id !== id).map((state) => state.name)
    const name = named(to, 'state', others)
    return changeCatalogue(configuration, id, (state) => ({ ...state, name }))
  },
  words: (configuration, { state, name }) => `Rename state ${stateName(configuration, state)} to ${name}`,
}
