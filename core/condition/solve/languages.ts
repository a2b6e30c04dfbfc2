import type { ComparisonOperator } from '../types'
import { spend } from './effort'

/**
 * A regular language as a deterministic automaton whose states are made as they are reached. States are whole
 * numbers, 0 the
 * start. Characters are Unicode code points.
 */
export interface Language {
  /** The characters that are told apart; all others lead to the same state as one another. */
  characters: string
  step(state: number, character: string): number
  accepts(state: number): boolean
  /** Whether what follows makes no difference any more. */
  sink(state: number): boolean
  /** A short text of it, where one is plain to see. */
  example?: string
  /** All its texts, where they are few. */
  words?: string[]
  /** Whether characters are told apart by their order too, so that those between the named ones matter. */
  ordered?: boolean
}

const chars = (text: string) => Array.from(text)

/** An automaton from values of any kind: each new value becomes the next state. */
function automaton<S>(
  characters: string,
  start: S,
  key: (state: S) => string | number,
  step: (state: S, character: string) => S,
  accepts: (state: S) => boolean,
  sink: (state: S) => boolean,
): Language {
  const states: S[] = [start]
  const index = new Map<string | number, number>([[key(start), 0]])
  const steps: Map<string, number>[] = []
  const accepting: boolean[] = []
  const sinks: boolean[] = []
  return {
    characters,
    step(state, character) {
      const from = (steps[state] ??= new Map<string, number>())
      let next = from.get(character)
      if (next === undefined) {
        spend(characters.length)
        const reached = step(states[state]!, character)
        next = index.get(key(reached)) ?? states.push(reached) - 1
        index.set(key(reached), next)
        from.set(character, next)
      }
      return next
    },
    accepts: (state) => (accepting[state] ??= accepts(states[state]!)),
    sink: (state) => (sinks[state] ??= sink(states[state]!)),
  }
}

const same = (state: number) => state
const lost = -1

/** Texts that begin with a text. */
export function startsWith(text: string): Language {
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
}

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
export function endsWith(text: string): Language {
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
}

/** Texts that have a text somewhere in them. */
export function contains(text: string): Language {
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
}

/** Where a text of several may stand: what is left of those that it can still become. */
interface Branch {
  ends: boolean
  next: Map<string, Branch>
}

function branches(texts: string[]): Branch {
  const root: Branch = { ends: false, next: new Map() }
  for (const text of texts) {
    let at = root
    for (const char of text) {
      const next = at.next.get(char) ?? { ends: false, next: new Map<string, Branch>() }
      at.next.set(char, next)
      at = next
    }
    at.ends = true
  }
  return root
}

/** One of a few texts. */
export function isOneOf(texts: string[]): Language {
  const numbers = new Map<Branch | null, number>()
  const numbered = (branch: Branch | null) =>
    numbers.get(branch) ?? numbers.set(branch, numbers.size).get(branch)!
  const language = automaton<Branch | null>(
    texts.join(''),
    branches(texts),
    numbered,
    (branch, char) => branch?.next.get(char) ?? null,
    (branch) => branch?.ends ?? false,
    (branch) => branch === null,
  )
  return { ...language, words: [...texts].sort((a, b) => a.length - b.length) }
}

const upTo = (length: number) => Array.from({ length: length + 1 }, (_, index) => index)

/** Texts longer than this are not written out with all their parts: those grow with its square. */
const writtenOut = 40

/** Parts of a text by their beginnings and ends, without writing them out: the state is where a part may have come to. */
function pieces(text: string, starts: number[], isEnd: (at: number) => boolean): Language {
  const wanted = chars(text)
  return {
    ...automaton<number[]>(
      text,
      starts,
      (places) => places.join(),
      (places, char) => places.filter((at) => wanted[at] === char).map((at) => at + 1),
      (places) => places.some(isEnd),
      (places) => places.length === 0,
    ),
    example: text,
  }
}

/** Texts that a text begins with. */
export function prefixOf(text: string): Language {
  const wanted = chars(text)
  if (wanted.length <= writtenOut)
    return isOneOf(upTo(wanted.length).map((end) => wanted.slice(0, end).join('')))
  return pieces(text, [0], () => true)
}

/** Texts that a text ends with. */
export function suffixOf(text: string): Language {
  const wanted = chars(text)
  if (wanted.length <= writtenOut)
    return isOneOf(upTo(wanted.length).map((start) => wanted.slice(start).join('')))
  return pieces(text, upTo(wanted.length), (at) => at === wanted.length)
}

/** Texts that a text has in it. */
export function partOf(text: string): Language {
  const wanted = chars(text)
  if (wanted.length > writtenOut) return pieces(text, upTo(wanted.length), () => true)
  const all = upTo(wanted.length).flatMap((start) =>
    upTo(wanted.length).map((end) => wanted.slice(start, end).join('')),
  )
  return isOneOf([...new Set(all)])
}

/**
 * Texts that a glob takes: `*` any text, `?` one character. The state is the set of places in the pattern
 * where one may stand.
 */
export function glob(pattern: string): Language {
  const wanted = chars(pattern.replace(/\*+/g, '*'))
  const open = (places: Iterable<number>) => {
    const found = new Set<number>()
    for (let place of places) {
      found.add(place)
      while (wanted[place] === '*') found.add(++place)
    }
    return [...found].sort((a, b) => a - b)
  }
  const step = (places: number[], char: string) =>
    open(
      places.flatMap((place) =>
        wanted[place] === '*' ? [place] : wanted[place] === '?' || wanted[place] === char ? [place + 1] : [],
      ),
    )
  const language = automaton(
    pattern.replace(/[*?]/g, ''),
    open([0]),
    (places) => places.join(),
    step,
    (places) => places.includes(wanted.length),
    (places) => places.length === 0,
  )
  return { ...language, example: wanted.join('').replaceAll('*', '').replaceAll('?', 'a') }
}

const less = -2
const greater = -3

/** Texts before or after a text, in the order of the code units that JavaScript compares by. */
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
      return char === wanted[at] ? at + 1 : char < wanted[at]! ? less : greater
    },
    accepts,
    (at) => at < 0,
  )
  return { ...language, ordered: true }
}
