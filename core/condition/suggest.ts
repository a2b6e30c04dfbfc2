import type { Token } from './tokens'

/** What words of other languages are in conditions. */
const otherWords: Record<string, string> = { and: '&&', or: '||', not: '!' }

/** What a word stands for that conditions do not have: `and`, `OR`, `not`. */
export const operatorFor = ({ kind, text }: Token): string | undefined =>
  kind === 'name' ? otherWords[text.toLowerCase()] : undefined

/** The longest of some choices that stands at a place of a text without its quotes, in quotes, whatever its case. */
export function choiceAt(text: string, at: number, choices: string[]): string | undefined {
  const rest = text.slice(at).toLowerCase()
  const found = choices
    .filter(
      (choice) => choice && rest.startsWith(choice.toLowerCase()) && !/^\w/.test(rest.slice(choice.length)),
    )
    .sort((a, b) => b.length - a.length)[0]
  return found === undefined ? undefined : JSON.stringify(found)
}

const wrongSigns: [RegExp, string][] = [
  [/^=</, '<='],
  [/^=>/, '>='],
  [/^=!/, '!='],
  [/^=/, '=='],
  [/^&/, '&&'],
  [/^\|/, '||'],
]
/** Quotes of print, in pairs. */
const printed = /^([“”„«»‘’‚`´])([^“”„«»‘’‚`´]*)[“”„«»‘’‚`´]/

/** What was meant by a character that begins nothing. */
export function signFor(rest: string): string | undefined {
  const quotation = printed.exec(rest)
  if (quotation) return JSON.stringify(quotation[2])
  return wrongSigns.find(([pattern]) => pattern.test(rest))?.[1]
}

/** A text that begins with one kind of quote and ends with the other, in double quotes; undefined where it does not. */
export function quotedRight(rest: string): string | undefined {
  const mixed = /^(?:'([^'"]*)"|"([^'"]*)')/.exec(rest)
  return mixed ? JSON.stringify(mixed[1] ?? mixed[2]) : undefined
}
