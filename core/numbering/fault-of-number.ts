import { unseenIn } from './unseen'

/** Why a number, in its canonical form, is none that a document can be filed under; undefined where it is one. */
export function faultOfNumber(number: string): string | undefined {
  if (number === '' || number.length > 200) return 'a document’s number has 1 to 200 characters'
  const unseen = unseenIn(number)
  if (unseen) return `the number holds ${unseen}, which nobody sees: type it anew`
  // An address goes up by dots, and ends at a question mark.
  if (number === '.' || number === '..') return `“${number}” is no number: no address leads to it`
  if (number.includes('?')) return `${number} holds a question mark, at which an address ends: leave it out`
  return undefined
}
