import type { Value } from '~~/core/attribute'

/** A value of a record, for people; empty for none. */
export function valueInWords(value: Value | undefined): string {
  if (value === null || value === undefined) return ''
  return typeof value === 'boolean' ? (value ? 'yes' : 'no') : String(value)
}

/** The day of a time, ISO 8601. */
export const dayOf = (time: string): string => time.slice(0, 10)

/** A time to the minute: 2026-03-01 14:05. */
export const minuteOf = (time: string): string => time.slice(0, 16).replace('T', ' ')

/** “1 document”, “2 documents”; the plural where it is not the word with an s. */
export const counted = (many: number, one: string, others = `${one}s`): string =>
  `${many} ${many === 1 ? one : others}`

/** A size in kilobytes or megabytes. */
export const sizeInWords = (bytes: number): string =>
  bytes < 2 ** 20 ? `${(bytes / 1024).toFixed(1)} kB` : `${(bytes / 2 ** 20).toFixed(1)} MB`

/** A message as a sentence of its own: a capital at its start, a full stop at its end. */
export const sentence = (message: string): string =>
  `${message.charAt(0).toUpperCase()}${message.slice(1)}${/[.!?…]$/.test(message) ? '' : '.'}`
