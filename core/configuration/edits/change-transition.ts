import { object, text } from '../../shape'
import { lifecycleOf, stateUseOf, transitionOf } from '../look-up'
import { EditError, named } from '../naming'
import { transitionPatchFields } from '../shape'
import type { Configuration, Lifecycle, Transition } from '../types'
import { changeLifecycle, patched } from './changes'
import type { EditKind } from './edit-kind'
import { patchInWords } from './patch-words'

/** What a patch can take away with null. */
type Removable = 'seats' | 'guard' | 'notices' | 'references' | 'comment' | 'due' | 'guidance'

/** null takes a setting away. */
export type TransitionPatch = Partial<Omit<Transition, 'id' | Removable>> & {
  [Setting in Removable]?: Transition[Setting] | null
}

export interface ChangeTransition {
  kind: 'change-transition'
  lifecycle: string
  transition: string
  patch: TransitionPatch
}

export const changeTransition: EditKind<ChangeTransition> = {
  get fields() {
    return { lifecycle: text(80), transition: text(80), patch: object(transitionPatchFields()) }
  },
  apply: (configuration, { lifecycle: id, transition, patch }) =>
    changeLifecycle(configuration, id, (lifecycle) => {
      const before = transitionOf(lifecycle, transition)
      const after = patched(before, checked(lifecycle, before, patch))
      const transitions = lifecycle.transitions.map((other) => (other === before ? after : other))
      return { ...lifecycle, transitions }
    }),
  words: changeInWords,
}

/** The patch with its name as it is kept. @throws EditError, UnknownError */
function checked(lifecycle: Lifecycle, before: Transition, patch: TransitionPatch): TransitionPatch {
  if (patch.from?.length === 0) throw new EditError(`${before.name} needs a state to start from`)
  for (const state of [...(patch.from ?? []), ...(patch.to === undefined ? [] : [patch.to])])
    stateUseOf(lifecycle, state)
  if (patch.name === undefined) return patch
  const others = lifecycle.transitions.filter((other) => other !== before).map((other) => other.name)
  return { ...patch, name: named(patch.name, 'transition', others) }
}

function changeInWords(
  configuration: Configuration,
  { lifecycle, transition: id, patch }: ChangeTransition,
): string {
  const before = transitionOf(lifecycleOf(configuration, lifecycle), id)
  const { revision, name, ...rest } = patch
  const isSaid = name !== undefined || revision !== undefined
  const parts = [
    ...(name === undefined ? [] : [`is called ${name}`]),
    ...(revision === undefined ? [] : [`now steps ${revision}, was ${before.revision}`]),
    ...(Object.keys(rest).length ? [patchInWords(rest)] : []),
  ]
  return `${before.name}${parts.length && isSaid ? ' ' : ': '}${parts.join('; ')}`
}
