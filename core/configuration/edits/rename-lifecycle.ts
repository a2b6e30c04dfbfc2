import { filledText, text } from '../../shape'
import { lifecycleOf } from '../look-up'
import { named } from '../naming'
import { changeLifecycle } from './changes'
import type { EditKind } from './edit-kind'

export interface RenameLifecycle {
  kind: 'rename-lifecycle'
  lifecycle: string
  name: string
}

export const renameLifecycle: EditKind<RenameLifecycle> = {
  fields: { lifecycle: text(80), name: filledText(200, 'the lifecycle needs a name') },
  apply(configuration, { lifecycle: id, name: to }) {
    const others = configuration.lifecycles.filter((lifecycle) => lifecycle.id !== id)
    const name = named(
      to,
      'lifecycle',
      others.map((lifecycle) => lifecycle.name),
    )
    return changeLifecycle(configuration, id, (lifecycle) => ({ ...lifecycle, name }))
  },
  words: (configuration, { lifecycle, name }) =>
    `Rename lifecycle ${lifecycleOf(configuration, lifecycle).name} to ${name}`,
}
