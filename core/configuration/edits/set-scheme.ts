import { type RevisionScheme, schemeChangesInWords, schemeFields, seriesInWords } from '../../revision'
import { object } from '../../shape'
import { named } from '../naming'
import type { EditKind } from './edit-kind'

/**
 * Puts a scheme in place of the one with its id, or adds it. It may be unsound while it is drafted;
 * publishing asks.
 */
export interface SetScheme {
  kind: 'set-scheme'
  scheme: RevisionScheme
}

export const setScheme: EditKind<SetScheme> = {
  fields: { scheme: object(schemeFields) },
  apply(configuration, { scheme }) {
    const { schemes } = configuration
    const before = schemes.find(({ id }) => id === scheme.id)
    const others = schemes.filter((other) => other !== before).map((other) => other.name)
    const after = { ...scheme, name: named(scheme.name, 'scheme', others) }
    return {
      ...configuration,
      schemes: before ? schemes.map((other) => (other === before ? after : other)) : [...schemes, after],
    }
  },
  words(configuration, { scheme }) {
    const before = configuration.schemes.find(({ id }) => id === scheme.id)
    if (!before) return `Add scheme ${scheme.name}: ${scheme.series.map(seriesInWords).join('; ')}`
    return `${before.name}: ${schemeChangesInWords(before, scheme).join('; ') || 'nothing changed'}`
  },
  spoilsLabels: true,
}
