import type { Counter } from '../../revision'
import type { Choice } from './company-pattern'

/** The choice to leave out the letters that are taken for digits or for one another on a drawing. */
export const omitsLetters: Choice = {
  id: 'omit-letters',
  name: 'Leave out I, O, Q, S, X and Z',
  isUsual: true,
}

/** Revision letters, without the confusable ones if that is chosen. */
export const lettersOf = (chosen: ReadonlySet<string>): Counter =>
  chosen.has(omitsLetters.id) ? { kind: 'letters', skip: 'IOQSXZ' } : { kind: 'letters' }

/** Two digits: 01, 02, 03. */
export const twoDigits: Counter = { kind: 'digits', width: 2 }
