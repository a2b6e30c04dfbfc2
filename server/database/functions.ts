import type Database from 'better-sqlite3'

const folded = (text: unknown): string => (typeof text === 'string' ? text.toLowerCase() : '')

/** The values of a record that are searched, a line each. */
function valuesIn(record: string): string {
  const values = Object.values(JSON.parse(record) as Record<string, unknown>)
  return values.filter((value) => typeof value === 'string' || typeof value === 'number').join('\n')
}

/** The text that was looked for last, as it is compared and as JSON has it: the same for all rows of a statement. */
let last = { text: '', folded: '', inJson: '' }

/** Whether a record can have a text in it at all: told from its JSON as it is written, which most have not. */
const mayHave = (record: string): boolean =>
  record.includes('\\u') || record.toLowerCase().includes(last.inJson)

/**
 * Whether a document has a text in its number, its title or its record, whatever the case: as the index of texts finds
 * it, for the few documents that are looked at one by one.
 */
function hasText(text: string, number: unknown, title: unknown, record: unknown): number {
  const wanted = text === last.text ? last.folded : text.toLowerCase()
  if (text !== last.text) last = { text, folded: wanted, inJson: JSON.stringify(wanted).slice(1, -1) }
  if (folded(number).includes(wanted) || folded(title).includes(wanted)) return 1
  return typeof record === 'string' && mayHave(record) && folded(valuesIn(record)).includes(wanted) ? 1 : 0
}

/** The functions that our SQL uses besides those of SQLite. */
export function addFunctions(client: Database.Database): void {
  client.function('has_text', { deterministic: true }, hasText as (...values: unknown[]) => unknown)
}
