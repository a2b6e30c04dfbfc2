import type { Shape } from './shapes'

/** A label's shape, as far as letters are concerned. */
type Labelled = Pick<Shape, 'major' | 'separator' | 'minor'>

/** A legacy archive leaves out some labels, but hardly this many in a row. */
const widestGap = 40

/** No company skips so many letters in a row. */
const farOff = 6
/** From here on a counter may have gone on with two letters. */
const nearTheEnd = 17

/** The place of letters among all: A is 1, Z 26, AA 27. */
export const letterOrdinal = (text: string) =>
  [...text].reduce((sum, letter) => sum * 26 + letter.charCodeAt(0) - 64, 0)

/** Which letters no counter has come to: words, slips, and parts of other things than revisions. */
export function beyondCounting(counting: Labelled[]): (member: Labelled) => boolean {
  if (!startsNearA(counting) && !isRun(counting)) return () => true
  const words = isRun(counting) ? new Set<string>() : implausiblyLong(counting)
  const alone = counting.filter(({ minor }) => minor === null)
  const highest = Math.max(0, ...alone.map(({ major }) => (words.has(major) ? 0 : letterOrdinal(major))))
  const isStray = ({ major, minor }: Labelled) =>
    minor !== null && !/^\d+$/.test(minor) && alone.length > 1 && letterOrdinal(major) > highest + 1
  return (member) => words.has(member.major) || isStray(member)
}

/** Letters of two and more, one after the other, without any single one: a counter that begins at one of them. */
export function isRun(members: Labelled[]): boolean {
  const ordinals = [...new Set(members.map(({ major }) => major))].map(letterOrdinal).sort((a, b) => a - b)
  const [first, last] = [ordinals[0] ?? 0, ordinals.at(-1) ?? 0]
  return ordinals.length > 2 && first > 26 && last - first < 2 * ordinals.length
}

/**
 * Letters before digits count (A01, A02, B01) where they run from A or stand alone elsewhere; else they are a
 * prefix (P01, C01).
 */
export function prefixTest(lettered: Labelled[], surePrefixes: Set<string>): (member: Labelled) => boolean {
  const alone = new Set(lettered.filter(({ minor }) => minor === null).map(({ major }) => major))
  const before = new Set(lettered.filter(({ minor }) => minor !== null).map(({ major }) => major))
  const highest = highestOf([...alone].filter((text) => text.length === 1).map(letterOrdinal))
  const highestBefore = Math.max(0, ...[...before].map(letterOrdinal))
  const runs = before.has('A') && before.size > 1 && highestBefore <= 2 * before.size
  return ({ major, separator, minor }) => {
    if (minor === null || !/^\d+$/.test(minor)) return false
    if (surePrefixes.has(major + separator)) return true
    if (alone.size > 0) return !(alone.has(major) || letterOrdinal(major) <= highest + 1)
    return !runs
  }
}

/** How far letters that stand alone have come, without a last one that stands far from all others. */
function highestOf(ordinals: number[]): number {
  const [last = 0, before] = [...ordinals].sort((a, b) => b - a)
  return before !== undefined && last - before > farOff ? before : last
}

/** A counter starts at A; a lone X or O is a slip or a word. */
function startsNearA(members: Labelled[]): boolean {
  return (
    members.some(({ major }) => letterOrdinal(major) <= 4) ||
    new Set(members.map(({ major }) => major)).size >= 8
  )
}

/** Letters that no counter has come near: words like NC or IFC, not the 367th revision. */
function implausiblyLong(members: Labelled[]): Set<string> {
  const single = members.filter(({ major }) => major.length === 1)
  const long = [...new Set(members.filter(({ major }) => major.length > 1).map(({ major }) => major))].sort(
    (a, b) => letterOrdinal(a) - letterOrdinal(b),
  )
  let reach = single.length ? Math.max(...single.map(({ major }) => letterOrdinal(major))) : 26
  const words = new Set<string>()
  for (const text of long) {
    if (reach > nearTheEnd && letterOrdinal(text) - Math.max(reach, 26) <= widestGap)
      reach = letterOrdinal(text)
    else words.add(text)
  }
  return words
}

/**
 * Where a counter ends that has to end: after the letters that begin like the last ones it was seen at, or after those
 * with an A before them, where it was seen near its last single letter and some follow.
 */
export function endOf(majors: string[], foreign: string[], skip: string, last: string): string {
  const reach = majors.reduce((a, b) => (letterOrdinal(b) > letterOrdinal(a) ? b : a))
  if (reach.length > 1) return reach.slice(0, -1) + last
  const goesOn = foreign.some((text) => text.length === 2 && text[0] === 'A' && !skip.includes(text[1]!))
  return goesOn && letterOrdinal(reach) > nearTheEnd ? `A${last}` : last
}
