import type { Comparator } from '~~/core/condition'
import type { ValueType } from '~~/core/attribute'

const words: Record<Comparator, string> = {
  '==': 'is',
  '!=': 'is not',
  '<': 'is less than',
  '<=': 'is at most',
  '>': 'is more than',
  '>=': 'is at least',
  empty: 'is empty',
  filled: 'is filled in',
  yes: 'is yes',
  no: 'is not yes',
  oneOf: 'is one of',
  '!oneOf': 'is none of',
  startsWith: 'begins with',
  '!startsWith': 'does not begin with',
  endsWith: 'ends with',
  '!endsWith': 'does not end with',
  contains: 'contains',
  '!contains': 'does not contain',
  fits: 'fits the pattern',
  '!fits': 'does not fit the pattern',
}
const ofDays: Partial<Record<Comparator, string>> = {
  '<': 'is before',
  '<=': 'is on or before',
  '>': 'is after',
  '>=': 'is on or after',
}
const ofTexts: Partial<Record<Comparator, string>> = {
  '<': 'sorts before',
  '<=': 'sorts up to',
  '>': 'sorts after',
  '>=': 'sorts from',
}

/** How a comparison is said of a type of value. */
export const inWords = (comparator: Comparator, type: ValueType): string =>
  (type === 'date' ? ofDays[comparator] : type === 'text' ? ofTexts[comparator] : undefined) ??
  words[comparator]

/** Whether a comparison needs something to compare with. */
export const takesValue = (comparator: Comparator): boolean =>
  !['empty', 'filled', 'yes', 'no'].includes(comparator)
