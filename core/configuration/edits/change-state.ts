import { object, one, optional, removable, text, yesno } from '../../shape'
import { stateName } from '../look-up'
import { type Phase, phaseShape } from '../phases'
import { changeUse, patched } from './changes'
import type { EditKind } from './edit-kind'
import { patchInWords } from './patch-words'

/** null takes a setting away. */
export interface StatePatch {
  phase?: Phase
  content?: 'open' | 'closed'
  newRevision?: 'minor' | 'major' | null
  adoption?: boolean
  final?: boolean
  guidance?: string | null
}

export interface ChangeState {
  kind: 'change-state'
  lifecycle: string
  state: string
  patch: StatePatch
}

export const changeState: EditKind<ChangeState> = {
  fields: {
    lifecycle: text(80),
    state: text(80),
    patch: object({
      phase: optional(phaseShape),
      content: optional(one(['open', 'closed'])),
      newRevision: removable(one(['minor', 'major'])),
      adoption: optional(yesno),
      final: optional(yesno),
      guidance: removable(text(2000)),
    }),
  },
  apply: (configuration, edit) => changeUse(configuration, edit, (use) => patched(use, edit.patch)),
  words: (configuration, { state, patch }) => `${stateName(configuration, state)}: ${patchInWords(patch)}`,
}
