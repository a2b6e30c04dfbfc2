import type { ComparisonOperator } from '../types'
import { remembered } from '../../support'
import { spend } from './effort'
import { automaton, chars, type Language, same } from './automaton'

const lost = -1
/** So many languages of a kind are kept: the same texts are asked for over and over. */
const most = 2000

/** Texts that begin with a text. */
export const startsWith = remembered(most, (text): Language => {
  const wanted = chars(text)
  return {
    ...automaton<number>(
      text,
      0,
      same,
      (at, char) => (at === lost || at === wanted.length ? at : wanted[at] === char ? at + 1 : lost),
      (at) => at === wanted.length,
      (at) => at === lost || at === wanted.length,
    ),
    example: text,
  }
})

/** Where to go on in a text after a mismatch (Knuth, Morris, Pratt). */
function matcher(wanted: string[]): (at: number, char: string) => number {
  const back = [0]
  for (let at = 1, length = 0; at < wanted.length; at++) {
    while (length > 0 && wanted[at] !== wanted[length]) length = back[length - 1]!
    if (wanted[at] === wanted[length]) length++
    back[at] = length
  }
  return (from, char) => {
    let at = from === wanted.length && from > 0 ? back[from - 1]! : from
    while (at > 0 && wanted[at] !== char) at = back[at - 1]!
    return wanted[at] === char ? at + 1 : 0
  }
}

/** Texts that end with a text. */
export const endsWith = remembered(most, (text): Language => {
  const wanted = chars(text)
  const next = matcher(wanted)
  return {
    ...automaton<number>(
      text,
      0,
      same,
      (at, char) => (wanted.length === 0 ? 0 : next(at, char)),
      (at) => at === wanted.length,
      () => wanted.length === 0,
    ),
    example: text,
  }
})

/** Texts that have a text somewhere in them. */
export const contains = remembered(most, (text): Language => {
  const wanted = chars(text)
  const next = matcher(wanted)
  return {
    ...automaton<number>(
      text,
      0,
      same,
      (at, char) => (at === wanted.length ? at : next(at, char)),
      (at) => at === wanted.length,
      (at) => at === wanted.length,
    ),
    example: text,
  }
})

/**
 * Texts that a glob takes: `*` any text, `?` one character. The state is the set of places in the pattern
 * where one may stand.
 */
export const glob = remembered(most, (pattern): Language => {
  const wanted = chars(pattern.replace(/\*+/g, '*'))
  const open = (places: Iterable<number>) => {
    const found = new Set<number>()
    for (let place of places) {
      found.add(place)
      while (wanted[place] === '*') found.add(++place)
    }
    return [...found].sort((a, b) => a - b)
  }
  const step = (places: number[], char: string) => {
    spend(places.length)
    return open(
      places.flatMap((place) =>
        wanted[place] === '*' ? [place] : wanted[place] === '?' || wanted[place] === char ? [place + 1] : [],
      ),
    )
  }
  const language = automaton(
    pattern.replace(/[*?]/g, ''),
    open([0]),
    (places) => places.join(),
    step,
    (places) => places.includes(wanted.length),
    (places) => places.length === 0,
  )
  return { ...language, example: wanted.join('').replaceAll('*', '').replaceAll('?', 'a') }
})

/** Texts in which none of some characters stands. */
export const withoutAny = (characters: string): Language =>
  automaton<number>(
    characters,
    0,
    same,
    (at, char) => (characters.includes(char) ? lost : at),
    (at) => at !== lost,
    (at) => at === lost,
  )

const less = -2
const greater = -3

/** Texts before or after a text, by the order of code points. */
export function relatedTo(operator: Exclude<ComparisonOperator, '==' | '!='>, text: string): Language {
  const wanted = chars(text)
  const accepts = (at: number) => {
    const order = at === greater ? 1 : at === less || at < wanted.length ? -1 : 0
    return operator === '<'
      ? order < 0
      : operator === '<='
        ? order <= 0
        : operator === '>'
          ? order > 0
          : order >= 0
  }
  const language = automaton<number>(
    text,
    0,
    same,
    (at, char) => {
      if (at < 0) return at
      if (at === wanted.length) return greater
      return char === wanted[at]
        ? at + 1
        : char.codePointAt(0)! < wanted[at]!.codePointAt(0)!
          ? less
          : greater
    },
    accepts,
    (at) => at < 0,
  )
  return { ...language, ordered: true }
}
