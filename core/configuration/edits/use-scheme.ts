import { map, optional, text } from '../../shape'
import { lifecycleOf, schemeOf } from '../look-up'
import { changeLifecycle } from './changes'
import type { EditKind } from './edit-kind'

/** Labels the documents of a lifecycle by another scheme, perhaps with a conversion of the labels there are. */
export interface UseScheme {
  kind: 'use-scheme'
  lifecycle: string
  id: string
  conversion?: Record<string, string>
}

export const useScheme: EditKind<UseScheme> = {
  fields: { lifecycle: text(80), id: text(80), conversion: optional(map(text(10_000))) },
  apply: (configuration, { lifecycle, id }) =>
    changeLifecycle(configuration, lifecycle, (before) => ({
      ...before,
      scheme: schemeOf(configuration, id).id,
    })),
  words(configuration, { lifecycle, id, conversion }) {
    const converted = conversion ? `, ${Object.keys(conversion).length} labels converted` : ''
    return `${lifecycleOf(configuration, lifecycle).name} now labels by ${schemeOf(configuration, id).name}${converted}`
  },
  spoilsLabels: true,
}
