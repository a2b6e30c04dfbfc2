import { text } from '../../shape'
import { schemeOf } from '../look-up'
import { EditError } from '../naming'
import type { EditKind } from './edit-kind'

/** Takes a scheme away that no lifecycle labels by. */
export interface RemoveScheme {
  kind: 'remove-scheme'
  id: string
}

export const removeScheme: EditKind<RemoveScheme> = {
  fields: { id: text(80) },
  apply(configuration, { id }) {
    const gone = schemeOf(configuration, id)
    const users = configuration.lifecycles.filter(({ scheme }) => scheme === id).map(({ name }) => name)
    if (users.length)
      throw new EditError(
        `${gone.name} labels the documents of ${users.join(', ')}: choose another scheme there first`,
      )
    return { ...configuration, schemes: configuration.schemes.filter((other) => other !== gone) }
  },
  words: (configuration, { id }) => `Remove scheme ${schemeOf(configuration, id).name}`,
}
