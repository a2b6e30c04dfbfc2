import type { Counter } from './types'

const asciiLetters = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ'
/** Ordinals stay exact in a double, and no drawing has a longer label. */
const longestLetters = 8
const longestDigits = 15

/** A counter made ready: ordinal → text and back, each in constant time for the lengths labels have. */
export interface PreparedCounter {
  kind: Counter['kind']
  /** How many values it has; Infinity where nothing ends it. */
  size: number
  /** The text of an ordinal (0-based); undefined past the end. */
  text(ordinal: number): string | undefined
  /** The ordinal of exactly this text; -1 where it is none of the counter's. */
  ordinal(text: string): number
  /** The ordinal of a text read with tolerance (case, leading zeros, O for 0, l or I for 1); -1 where there is none. */
  tolerant(text: string): number
  /** Why a text of the right shape is not a value; undefined where the shape itself is foreign. */
  misfit(text: string): { reason: 'skipped-letter' | 'out-of-range'; nearest: string[] } | undefined
  /** A fault in the definition, in a sentence. */
  fault?: string
}

/** Prepares a counter of `model` section 1. Never throws: a faulty definition carries its `fault`. */
export function prepareCounter(counter: Counter): PreparedCounter {
  if (counter.kind === 'letters') return lettersCounter(counter)
  if (counter.kind === 'digits') return digitsCounter(counter)
  return listCounter(counter.values)
}

/** Letters as ASME Y14.35 uses them: one letter, then two, then three; skipped letters are skipped in every place. */
function lettersCounter({
  from,
  to,
  skip = '',
}: {
  from?: string
  to?: string
  skip?: string
}): PreparedCounter {
  const lower = /^[a-z]/.test(from ?? to ?? '')
  const fold = (text: string) => (lower ? text.toLowerCase() : text.toUpperCase())
  const skipped = fold(skip)
  const alphabet = [...fold(asciiLetters)].filter((letter) => !skipped.includes(letter))
  const { value, spell } = numeralsOf(alphabet)
  const start = from === undefined ? 1 : value(from)
  const end = to === undefined ? Infinity : value(to)
  const ordinal = (text: string) => {
    const number = value(text)
    return number >= start && number <= end && number > 0 ? number - start : -1
  }
  return {
    kind: 'letters',
    size: end - start + 1,
    text: (index) => (index >= 0 && index + start <= end ? spell(index + start) : undefined),
    ordinal,
    tolerant: (text) => (/^[A-Za-z]+$/.test(text) ? ordinal(fold(text)) : -1),
    misfit(text) {
      if (!/^[A-Za-z]+$/.test(text) || text.length > longestLetters) return undefined
      const folded = fold(text)
      if (value(folded) === 0) return { reason: 'skipped-letter', nearest: besideSkipped(folded, alphabet) }
      return { reason: 'out-of-range', nearest: [spell(value(folded) < start ? start : end)] }
    },
    fault: faultOfLetters(alphabet, { from, to, start, end }),
  }
}

/** Numbers of an alphabet, from 1: A is 1, Z of 26 letters 26, AA 27; `value` is 0 for what is none. */
function numeralsOf(alphabet: string[]) {
  const base = alphabet.length
  const rank = new Map(alphabet.map((letter, index) => [letter, index + 1]))
  const value = (text: string): number => {
    if (text.length === 0 || text.length > longestLetters) return 0
    let sum = 0
    for (let i = 0; i < text.length; i++) {
      const digit = rank.get(text[i]!)
      if (digit === undefined) return 0
      sum = sum * base + digit
    }
    return sum
  }
  const spell = (number: number): string => {
    let text = ''
    for (let rest = number; rest > 0; rest = Math.floor((rest - 1) / base))
      text = alphabet[(rest - 1) % base] + text
    return text
  }
  return { value, spell }
}

interface Ends {
  from: string | undefined
  to: string | undefined
  start: number
  end: number
}
function faultOfLetters(alphabet: string[], { from, to, start, end }: Ends): string | undefined {
  if (alphabet.length === 0) return 'skips every letter'
  if (from !== undefined && start === 0) return `starts at "${from}", which is no letter of it`
  if (to !== undefined && end === 0) return `ends at "${to}", which is no letter of it`
  return end < start ? `ends at "${to}", before it starts` : undefined
}

/** The texts in which each skipped letter gives way to the letter before it, and to the one after it. */
function besideSkipped(text: string, alphabet: string[]): string[] {
  const replace = (pick: (letter: string) => string | undefined) =>
    [...text].map((letter) => (alphabet.includes(letter) ? letter : (pick(letter) ?? ''))).join('')
  const below = replace((letter) => alphabet.filter((other) => other < letter).at(-1))
  const above = replace((letter) => alphabet.find((other) => other > letter))
  return [...new Set([below, above])].filter((other) => other.length === text.length)
}

function digitsCounter({
  from = 1,
  to,
  width = 0,
}: {
  from?: number
  to?: number
  width?: number
}): PreparedCounter {
  const end = to ?? Number.MAX_SAFE_INTEGER
  const spell = (number: number) => String(number).padStart(width, '0')
  const within = (number: number) => (number >= from && number <= end ? number - from : -1)
  return {
    kind: 'digits',
    size: to === undefined ? Infinity : to - from + 1,
    text: (index) => (index >= 0 && index + from <= end ? spell(index + from) : undefined),
    ordinal(text) {
      if (!isDigits(text)) return -1
      const number = Number(text)
      return text.length === Math.max(width, digitsOf(number)) ? within(number) : -1
    },
    tolerant(text) {
      const digits = text.replace(/[Oo]/g, '0').replace(/[lI]/g, '1')
      return isDigits(digits) ? within(Number(digits)) : -1
    },
    misfit(text) {
      if (!isDigits(text)) return undefined
      return {
        reason: 'out-of-range',
        nearest: [spell(Number(text) < from ? from : Math.min(end, Number(text)))],
      }
    },
    fault: faultOfDigits(from, to, width),
  }
}

function faultOfDigits(from: number, to: number | undefined, width: number): string | undefined {
  if (!Number.isSafeInteger(from) || from < 0) return 'starts at a number that is not 0, 1, 2…'
  if (to !== undefined && (!Number.isSafeInteger(to) || to < from)) return 'ends before it starts'
  const usable = Number.isSafeInteger(width) && width >= 0 && width <= longestDigits
  return usable ? undefined : `has a width outside 0 to ${longestDigits}`
}

function isDigits(text: string): boolean {
  if (text.length === 0 || text.length > longestDigits) return false
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i)
    if (code < 48 || code > 57) return false
  }
  return true
}

function digitsOf(number: number): number {
  let digits = 1
  for (let rest = number; rest >= 10; rest = Math.floor(rest / 10)) digits++
  return digits
}

function listCounter(values: string[]): PreparedCounter {
  const index = new Map(values.map((value, i) => [value, i]))
  const folded = new Map<string, number>()
  values.forEach((value, i) => {
    const key = value.toUpperCase()
    folded.set(key, folded.has(key) ? -1 : i)
  })
  const twice = values.find((value, i) => values.indexOf(value) !== i)
  return {
    kind: 'list',
    size: values.length,
    text: (ordinal) => values[ordinal],
    ordinal: (text) => index.get(text) ?? -1,
    tolerant: (text) => folded.get(text.toUpperCase()) ?? -1,
    misfit: () => undefined,
    fault:
      values.length === 0
        ? 'is a list without values'
        : values.includes('')
          ? 'has an empty value in its list'
          : twice !== undefined
            ? `has "${twice}" twice in its list`
            : undefined,
  }
}
