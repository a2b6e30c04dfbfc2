import { text } from '../../shape'
import { stateName } from '../look-up'
import { changeCatalogue, patched } from './changes'
import type { EditKind } from './edit-kind'

/** Says what a state of the catalogue means. */
export interface DescribeState {
  kind: 'describe-state'
  state: string
  words: string
}

export const describeState: EditKind<DescribeState> = {
  fields: { state: text(80), words: text(2000) },
  apply: (configuration, { state: id, words }) =>
    changeCatalogue(configuration, id, (state) => patched(state, { description: words.trim() || null })),
  words: (configuration, { state }) => `${stateName(configuration, state)}: what it means`,
}
