/** How a property of a type holds a value: the text that is written, or why it cannot be. */
export interface TypedValue {
  text?: string
  reason?: string
}

/** Types of properties, as both families of office formats have them. */
export type PropertyType = 'text' | 'number' | 'whole' | 'date' | 'yesno'

const words: Record<PropertyType, string> = {
  ...{ text: 'a text', number: 'a number', whole: 'a whole number', date: 'a date', yesno: 'yes or no' },
}
const holds: Record<PropertyType, RegExp> = {
  text: /^/,
  number: /^-?\d+(\.\d+)?(e[+-]?\d+)?$/i,
  whole: /^-?\d{1,18}$/,
  date: /^\d{4}-\d{2}-\d{2}(T\d{2}:\d{2}(:\d{2}(\.\d+)?)?(Z|[+-]\d{2}:\d{2})?)?$/,
  yesno: /^(true|false|yes|no|1|0)$/i,
}

/** A value for a property of a type, written in the way of the value before it: `1` where that was `1` or `0`. */
export function typedValue(type: PropertyType, value: string, before: string): TypedValue {
  if (!holds[type].test(value)) return { reason: `it holds ${words[type]}, which “${value}” is not` }
  // A day alone is its first moment where a moment is held.
  if (type === 'date' && /T/.test(before) && !/T/.test(value)) return { text: `${value}T00:00:00Z` }
  if (type !== 'yesno') return { text: value }
  const isYes = /^(true|yes|1)$/i.test(value)
  return { text: /^[01]$/.test(before) ? (isYes ? '1' : '0') : String(isYes) }
}

/** A value as it is read: yes and no are `true` and `false` however they are written. */
export const readValue = (type: PropertyType, text: string): string =>
  type === 'yesno' ? String(/^\s*(true|1)\s*$/i.test(text)) : text
