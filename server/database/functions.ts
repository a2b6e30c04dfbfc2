import type Database from 'better-sqlite3'

const folded = (text: unknown): string => (typeof text === 'string' ? text.toLowerCase() : '')

/** The values of a record that are searched, a line each. */
function valuesIn(record: string): string {
  const values = Object.values(JSON.parse(record) as Record<string, unknown>)
  return values.filter((value) => typeof value === 'string' || typeof value === 'number').join('\n')
}

/** The last text that was folded: it is the same for all rows of a statement. */
let last = { text: '', folded: '' }

/**
 * Whether a document has a text in its number, its title or its record, whatever the case: as the index of texts finds
 * it, for the few documents that are looked at one by one.
 */
function hasText(text: string, number: unknown, title: unknown, record: unknown): number {
  if (last.text !== text) last = { text, folded: text.toLowerCase() }
  const wanted = last.folded
  if (folded(number).includes(wanted) || folded(title).includes(wanted)) return 1
  return typeof record === 'string' && folded(valuesIn(record)).includes(wanted) ? 1 : 0
}

/** The functions that our SQL uses besides those of SQLite. */
export function addFunctions(client: Database.Database): void {
  client.function('has_text', { deterministic: true }, hasText as (...values: unknown[]) => unknown)
}
