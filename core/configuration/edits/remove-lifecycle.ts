import { text } from '../../shape'
import { lifecycleOf } from '../look-up'
import { EditError } from '../naming'
import type { EditKind } from './edit-kind'

/** Takes a lifecycle away that no class uses. */
export interface RemoveLifecycle {
  kind: 'remove-lifecycle'
  lifecycle: string
}

export const removeLifecycle: EditKind<RemoveLifecycle> = {
  fields: { lifecycle: text(80) },
  apply(configuration, { lifecycle: id }) {
    const gone = lifecycleOf(configuration, id)
    const users = configuration.classes.filter(({ lifecycle }) => lifecycle === id).map(({ name }) => name)
    if (users.length)
      throw new EditError(
        `${gone.name} is the lifecycle of ${users.join(', ')}: give ${users.length === 1 ? 'that class' : 'those classes'} another one first`,
      )
    return {
      ...configuration,
      lifecycles: configuration.lifecycles.filter((lifecycle) => lifecycle !== gone),
    }
  },
  words: (configuration, { lifecycle }) => `Remove lifecycle ${lifecycleOf(configuration, lifecycle).name}`,
}
