import type { Counter } from '../../revision'
import { automaton, chars, type Language } from './automaton'
import { isOneOf } from './parts'

const languages = new WeakMap<Counter, Language>()

/** The texts that a counter of a revision scheme counts through, as a language; made once for each counter. */
export function counterLanguage(counter: Counter): Language {
  let language = languages.get(counter)
  if (!language) languages.set(counter, (language = made(counter)))
  return language
}

function made(counter: Counter): Language {
  if (counter.kind === 'list') return isOneOf(counter.values)
  if (counter.kind === 'digits') return numerals(counter)
  return letters(counter)
}

/** Labels longer than this are none, in letters and in digits. */
const longest = { letters: 8, digits: 15 }

function letters({ from, to, skip = '' }: Extract<Counter, { kind: 'letters' }>): Language {
  const lower = /^[a-z]/.test(from ?? to ?? '')
  const fold = (text: string) => (lower ? text.toLowerCase() : text.toUpperCase())
  const alphabet = chars(fold('ABCDEFGHIJKLMNOPQRSTUVWXYZ')).filter((letter) => !fold(skip).includes(letter))
  return between(alphabet, { from: from ?? alphabet[0] ?? '', to, shortest: 1, longest: longest.letters })
}

function numerals({ from = 1, to, width = 0 }: Extract<Counter, { kind: 'digits' }>): Language {
  const shortest = Math.max(1, width)
  const padded = (number: number) => String(number).padStart(shortest, '0')
  const ends = { from: padded(from), to: to === undefined ? undefined : padded(to) }
  return between(chars('0123456789'), { ...ends, shortest, longest: longest.digits })
}

interface Ends {
  from: string
  to?: string
  shortest: number
  longest: number
}
/** How far a text has come: its length, whether it began with the first digit, and how it stands to both ends. */
type Progress = [length: number, leading: boolean, from: number, to: number]

/**
 * Texts over an alphabet between two others, shorter ones before longer ones. Those longer than the shortest do not
 * begin with a nought.
 */
function between(alphabet: string[], { from, to, shortest, longest: most }: Ends): Language {
  const rank = new Map(alphabet.map((character, index) => [character, index]))
  const [low, high] = [chars(from), to === undefined ? undefined : chars(to)]
  const against = (bound: string[] | undefined, at: number, character: string, before: number) =>
    before !== 0 || bound === undefined || at >= bound.length
      ? before
      : rank.get(character)! - rank.get(bound[at]!)!
  const order = (length: number, bound: string[], sofar: number) => length - bound.length || sofar
  return automaton<Progress | null>(
    alphabet.join(''),
    [0, false, 0, 0],
    (progress) =>
      progress ? `${progress[0]} ${progress[1]} ${Math.sign(progress[2])} ${Math.sign(progress[3])}` : '',
    (progress, character) => {
      if (!progress || !rank.has(character) || progress[0] === most) return null
      const [length, leading, toLow, toHigh] = progress
      return [
        length + 1,
        length === 0 ? character === '0' : leading,
        against(low, length, character, toLow),
        against(high, length, character, toHigh),
      ]
    },
    (progress) => {
      if (!progress || progress[0] < shortest) return false
      const [length, leading, toLow, toHigh] = progress
      if (leading && length > shortest) return false
      return order(length, low, toLow) >= 0 && (high === undefined || order(length, high, toHigh) <= 0)
    },
    (progress) => progress === null,
  )
}
