import { quotedRight, signFor } from './suggest'
import { ConditionError } from './types'

export interface Token {
  kind: 'number' | 'string' | 'name' | 'sign' | 'end'
  text: string
  /** Where it starts, in characters from 0, and where it ends. */
  at: number
  end: number
}

/** Blanks, and then a number, a name, a sign, or the quote that a text begins with. */
const next =
  /\s*(?:((?:\d+\.\d+|\d+|\.\d+)(?:[eE][+-]?\d+)?)|([A-Za-z_][A-Za-z0-9_]*)|(&&|\|\||==|!=|<=|>=|[!<>()[\],.-])|(["']))/y
const escapes: Record<string, string> = {
  n: '\n',
  r: '\r',
  t: '\t',
  '\\': '\\',
  '"': '"',
  "'": "'",
  '`': '`',
  '?': '?',
}

/** Cuts a condition into tokens, by the lexical rules of CEL. */
export function tokenize(text: string): Token[] {
  const tokens: Token[] = []
  let at = 0
  const add = (kind: Token['kind'], value: string, start: number) =>
    tokens.push({ kind, text: value, at: start, end: at })
  for (;;) {
    next.lastIndex = at
    const match = next.exec(text)
    if (!match) break
    const [, number, name, sign, quote] = match
    at = next.lastIndex
    if (quote !== undefined) {
      const start = at - 1
      const { value, end } = readString(text, start)
      at = end
      add('string', value, start)
    } else if (number !== undefined) add('number', number, at - number.length)
    else if (name !== undefined) add('name', name, at - name.length)
    else add('sign', sign!, at - sign!.length)
  }
  const rest = text.slice(at).search(/\S/)
  if (rest >= 0) throw unexpected(text, at + rest)
  at = text.length
  add('end', '', at)
  return tokens
}

function unexpected(text: string, at: number): ConditionError {
  const character = String.fromCodePoint(text.codePointAt(at)!)
  return new ConditionError(`“${character}” has no meaning here`, at, signFor(text.slice(at)))
}

function readString(text: string, start: number): { value: string; end: number } {
  const quote = text[start]
  let value = ''
  for (let at = start + 1; at < text.length; at++) {
    if (text[at] === quote) return { value, end: at + 1 }
    if (text[at] !== '\\') {
      value += text[at]
      continue
    }
    at++
    const code = /^(?:x([0-9a-fA-F]{2})|u([0-9a-fA-F]{4}))/.exec(text.slice(at, at + 5))
    if (code) {
      value += String.fromCharCode(parseInt(code[1] ?? code[2]!, 16))
      at += code[0].length - 1
    } else if (escapes[text[at]!] !== undefined) value += escapes[text[at]!]
    else throw new ConditionError(`“\\${text[at] ?? ''}” is no escape in a text`, at - 1)
  }
  throw new ConditionError(
    `the text that starts here is never closed with ${quote}`,
    start,
    quotedRight(text.slice(start)),
  )
}
