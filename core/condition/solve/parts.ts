import { remembered } from '../../support'
import { automaton, chars, type Language } from './automaton'
import { spend } from './effort'

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

/** Exactly this text. */
export const exactly = remembered(2000, (text): Language => isOneOf([text]))

const upTo = (length: number) => Array.from({ length: length + 1 }, (_, index) => index)

/** Texts longer than this are not written out with all their parts: those grow with its square. */
const writtenOut = 40

/** Parts of a text by their beginnings and ends, not written out: the state is where a part may have come to. */
function pieces(text: string, starts: number[], isEnd: (at: number) => boolean): Language {
  const wanted = chars(text)
  return {
    ...automaton<number[]>(
      text,
      starts,
      (places) => places.join(),
      (places, char) => {
        spend(places.length)
        return places.filter((at) => wanted[at] === char).map((at) => at + 1)
      },
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
