import { text } from '../../shape'
import { found } from '../look-up'
import { EditError } from '../naming'
import type { Configuration } from '../types'
import type { EditKind } from './edit-kind'

/** Takes a script away that no transition runs. */
export interface RemoveScript {
  kind: 'remove-script'
  id: string
}

const scriptOf = ({ scripts = [] }: Configuration, id: string) =>
  found(
    'script',
    id,
    scripts.find((script) => script.id === id),
  )

export const removeScript: EditKind<RemoveScript> = {
  fields: { id: text(80) },
  apply(configuration, { id }) {
    const gone = scriptOf(configuration, id)
    const users = configuration.lifecycles.flatMap(({ name, transitions }) =>
      transitions
        .filter(({ effects }) => effects.some((effect) => effect.kind === 'run' && effect.job === id))
        .map((transition) => `${transition.name} in ${name}`),
    )
    if (users.length)
      throw new EditError(`${gone.name} is run by ${users.join(', ')}: take it off there first`)
    return { ...configuration, scripts: configuration.scripts!.filter((other) => other !== gone) }
  },
  words: (configuration, { id }) => `Remove script ${scriptOf(configuration, id).name}`,
}
