import { quotedRight, signFor } from './suggest'
import { ConditionError } from './types'

export interface Token {
  kind: 'number' | 'string' | 'name' | 'sign' | 'end'
  text: string
  /** Where it starts, in characters from 0, and where it ends. */
  at: number
  end: number
}

const blank = /\s*/y
const number = /(?:\d+\.\d+|\d+|\.\d+)(?:[eE][+-]?\d+)?/y
const name = /[A-Za-z_][A-Za-z0-9_]*/y
const sign = /&&|\|\||==|!=|<=|>=|[!<>()[\],.-]/y
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
  const match = (pattern: RegExp) => {
    pattern.lastIndex = at
    return pattern.exec(text)?.[0]
  }
  for (;;) {
    at += match(blank)?.length ?? 0
    if (at >= text.length) return [...tokens, { kind: 'end', text: '', at: text.length, end: text.length }]
    const char = text[at]!
    if (char === '"' || char === "'") {
      const { value, end } = readString(text, at)
      tokens.push({ kind: 'string', text: value, at, end })
      at = end
      continue
    }
    const found = (
      [
        ['number', match(number)],
        ['name', match(name)],
        ['sign', match(sign)],
      ] as const
    ).find(([, hit]) => hit !== undefined)
    if (!found) throw unexpected(text, at)
    tokens.push({ kind: found[0], text: found[1]!, at, end: at + found[1]!.length })
    at += found[1]!.length
  }
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
