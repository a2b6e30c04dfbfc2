import { unseenIn } from './unseen'

/** The reason against a number in canonical form; undefined if a document can have it. */
export function faultOfNumber(number: string): string | undefined {
  if (number === '' || number.length > 200) return 'a document’s number has 1 to 200 characters'
  const unseen = unseenIn(number)
  if (unseen) return `the number holds ${unseen}, which nobody sees: type it anew`
  // In an address, dots lead to the folder above and a question mark ends the path.
  if (number === '.' || number === '..') return `“${number}” is no number: no address leads to it`
  if (number.includes('?')) return `${number} holds a question mark, at which an address ends: leave it out`
  return undefined
}
