import { canonicalNumber } from '../numbering'
import { groupBy } from '../support'
import type { RegisterEntry } from './register-file'

/**
 * The labels of each document of a register, in the order in which it had them: by their dates, where all have one,
 * else as the lines stand.
 */
export function historiesOf(entries: RegisterEntry[]): string[][] {
  return [...groupBy(entries, ({ number }) => canonicalNumber(number)).values()].map((lines) => {
    const isDated = lines.every(({ date }) => date !== null)
    const ordered = isDated
      ? [...lines].sort((a, b) => (a.date! < b.date! ? -1 : a.date! > b.date! ? 1 : 0))
      : lines
    return ordered.map(({ revision }) => revision)
  })
}
