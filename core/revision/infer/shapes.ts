import { plain } from '../tolerate'

/** A label's text, made plain, with how often it occurs. */
export interface Seen {
  text: string
  count: number
}

/**
 * A label taken apart: letters or digits, with or without a second part behind a separator, and with or
 * without a prefix.
 */
export interface Shape {
  kind: 'letters' | 'digits' | 'word'
  /** Fixed letters in front of the digits, where there are digits in two places: `P` in `P01.02`. */
  prefix: string
  major: string
  separator: string
  minor: string | null
}

const between = '[-._ /]'
const patterns: [RegExp, (match: RegExpExecArray) => Omit<Shape, 'prefix'> & { prefix?: string }][] = [
  [/^[A-Z]{1,3}$/, ([text]) => ({ kind: 'letters', major: text, separator: '', minor: null })],
  [/^\d{1,4}$/, ([text]) => ({ kind: 'digits', major: text, separator: '', minor: null })],
  [
    new RegExp(`^([A-Z]{1,3})(${between}?)(\\d{1,4})$`),
    ([, major, separator, minor]) => ({
      kind: 'letters',
      major: major!,
      separator: separator!,
      minor: minor!,
    }),
  ],
  [
    new RegExp(`^([A-Z]{1,3})(${between})([A-Z]{1,2})$`),
    ([, major, separator, minor]) => ({
      kind: 'letters',
      major: major!,
      separator: separator!,
      minor: minor!,
    }),
  ],
  [
    new RegExp(`^(\\d{1,4})(${between})(\\d{1,4})$`),
    ([, major, separator, minor]) => ({
      kind: 'digits',
      major: major!,
      separator: separator!,
      minor: minor!,
    }),
  ],
  [
    new RegExp(`^(\\d{1,4})(${between}?)([A-Z]{1,2})$`),
    ([, major, separator, minor]) => ({
      kind: 'digits',
      major: major!,
      separator: separator!,
      minor: minor!,
    }),
  ],
  [
    new RegExp(`^([A-Z]{1,4}${between}?)(\\d{1,4})(${between})(\\d{1,4})$`),
    ([, prefix, major, separator, minor]) => ({
      kind: 'digits',
      prefix,
      major: major!,
      separator: separator!,
      minor: minor!,
    }),
  ],
]

/** Takes a plain label apart; what has no shape of the trade is a word. */
export function shapeOf(text: string): Shape {
  const upper = text.toUpperCase()
  for (const [pattern, read] of patterns) {
    const match = pattern.exec(upper)
    if (match) return { prefix: '', ...read(match) }
  }
  return { kind: 'word', prefix: '', major: text, separator: '', minor: null }
}

/** A label without blanks around it, look-alike characters, and a word like “rev.” in front. */
export function bare(label: string): string {
  const text = plain(label)
  return text.replace(/^(?:rev(?:ision|\.)?[\s.:_-]*|r[\s.:_-]+)(?=\S)/i, '')
}
