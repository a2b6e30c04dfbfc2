import { filledText, optional, text } from '../../shape'
import { fromPattern } from '../from-pattern'
import { lifecycleOf, schemeOf } from '../look-up'
import { EditError, idFor, named } from '../naming'
import { patterns } from '../patterns'
import type { Configuration, Lifecycle } from '../types'
import type { EditKind } from './edit-kind'

/**
 * A lifecycle to be made: empty, a copy of another one (`like`), or from a shipped pattern. `id` names the
 * scheme that it labels by.
 */
export interface AddLifecycle {
  kind: 'add-lifecycle'
  name: string
  id: string
  like?: string
  pattern?: string
}

export const addLifecycle: EditKind<AddLifecycle> = {
  fields: {
    name: filledText(200, 'the lifecycle needs a name'),
    id: text(80),
    like: optional(text(80)),
    pattern: optional(text(80)),
  },
  apply(configuration, { name: wanted, id: labels, like, pattern: wantedPattern }) {
    const start = startOf(configuration, wanted, labels)
    if (like !== undefined)
      return withLifecycle(configuration, { ...lifecycleOf(configuration, like), ...start })
    if (wantedPattern === undefined)
      return withLifecycle(configuration, { ...start, entry: '', states: [], transitions: [] })
    const pattern = patterns.find((other) => other.id === wantedPattern)
    if (pattern) return fromPattern(configuration, pattern, start)
    const known = patterns.map((other) => other.id).join(', ')
    throw new EditError(`there is no pattern “${wantedPattern}”; there are ${known}`)
  },
  words: (configuration, { name, like }) =>
    `Add lifecycle ${name}${like ? `, a copy of ${lifecycleOf(configuration, like).name}` : ''}`,
}

function startOf(configuration: Configuration, wanted: string, scheme: string) {
  const { lifecycles } = configuration
  const names = lifecycles.map((lifecycle) => lifecycle.name)
  const ids = lifecycles.map((lifecycle) => lifecycle.id)
  const name = named(wanted, 'lifecycle', names)
  return { id: idFor(name, ids), name, scheme: schemeOf(configuration, scheme).id }
}

const withLifecycle = (configuration: Configuration, lifecycle: Lifecycle): Configuration => ({
  ...configuration,
  lifecycles: [...configuration.lifecycles, lifecycle],
})
