import { text } from '../../shape'
import { classOf, lifecycleOf } from '../look-up'
import type { EditKind } from './edit-kind'

/** Says which lifecycle a class's documents enter from now on; those that there are stay in theirs. */
export interface UseLifecycle {
  kind: 'use-lifecycle'
  class: string
  lifecycle: string
}

export const useLifecycle: EditKind<UseLifecycle> = {
  fields: { class: text(80), lifecycle: text(80) },
  apply(configuration, { class: id, lifecycle: wanted }) {
    const before = classOf(configuration, id)
    const lifecycle = lifecycleOf(configuration, wanted).id
    const classes = configuration.classes.map((other) =>
      other === before ? { ...before, lifecycle } : other,
    )
    return { ...configuration, classes }
  },
  words: (configuration, { class: id, lifecycle }) =>
    `${classOf(configuration, id).name} documents enter ${lifecycleOf(configuration, lifecycle).name}`,
}
