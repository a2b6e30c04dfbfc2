import { list, text } from '../../shape'
import { type CompanyPattern, companyPatterns, withCompanyPattern } from '../company'
import { EditError } from '../naming'
import type { EditKind } from './edit-kind'

/** Adds what company patterns make. */
export interface TakeCompanyPatterns {
  kind: 'take-company-patterns'
  patterns: string[]
  /** Ids of the choices that are taken. */
  choices: string[]
}

export const takeCompanyPatterns: EditKind<TakeCompanyPatterns> = {
  fields: {
    patterns: list(text(80), 20, 1, 'name at least one company pattern'),
    choices: list(text(80), 50),
  },
  apply: (configuration, { patterns, choices }) => {
    const chosen = new Set(choices)
    return patterns
      .map(patternNamed)
      .reduce((before, pattern) => withCompanyPattern(before, pattern, chosen), configuration)
  },
  words: (_, { patterns }) => `Take ${patterns.map((id) => patternNamed(id).name).join(' and ')}`,
}

/** @throws EditError if there is no such pattern */
function patternNamed(wanted: string): CompanyPattern {
  const found = companyPatterns.find(({ id }) => id === wanted)
  if (found) return found
  const known = companyPatterns.map(({ id }) => id).join(', ')
  throw new EditError(`there is no company pattern “${wanted}”; there are ${known}`)
}
