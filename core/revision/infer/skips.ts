const alphabet = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ'
/** ASME Y14.35, and the shorter lists that companies use; the longest that fits is taken. */
const usual = ['IOQSXZ', 'IOQ', 'IO', 'I', 'O']

/** A letter seen less often than this share of its neighbours is a slip, not a revision. */
const slipShare = 0.02
/** So many labels must be missed before their absence says something: a chance of one in twenty. */
const missedAtLeast = 3
/** No company skips so many letters in a row: what little is seen beyond them is no revision. */
const farOff = 4
const farOffShare = 0.1
/** The longest list of letters that a company leaves out. */
const mostSkipped = 8

/**
 * The letters that a company skips, judged from how often each letter is seen: a letter is skipped where its neighbours
 * are seen and it is not. Empty where nothing speaks for a skip.
 */
export function skippedLetters(all: Map<string, number>): string {
  const counts = withoutFarOff(all)
  const seen = (letter: string | undefined) => (letter === undefined ? 0 : (counts.get(letter) ?? 0))
  const last = [...alphabet].findLastIndex((letter) => seen(letter) > 0)
  const absent = new Map<string, number>()
  for (const [index, letter] of [...alphabet.slice(0, last)].entries()) {
    const expected = expectedAt(index, seen)
    if (seen(letter) <= expected * slipShare) absent.set(letter, expected)
  }
  const missed = [...absent.values()].reduce((sum, expected) => sum + expected, 0)
  if (missed < missedAtLeast) return ''
  const strong = [...absent].filter(([, expected]) => expected >= missedAtLeast).map(([letter]) => letter)
  const inRange = (set: string) => [...set].filter((letter) => alphabet.indexOf(letter) < last)
  const fits = usual.find(
    (set) =>
      inRange(set).length > 0 &&
      inRange(set).every((letter) => absent.has(letter)) &&
      strong.every((letter) => set.includes(letter)) &&
      !seen([...set].find((letter) => letter > alphabet[last]!)),
  )
  return fits ?? (strong.length > mostSkipped ? '' : strong.join(''))
}

/** Without the few labels far beyond all others, which say nothing about the letters between. */
function withoutFarOff(counts: Map<string, number>): Map<string, number> {
  const kept = new Map<string, number>()
  const total = [...counts.values()].reduce((sum, count) => sum + count, 0)
  let beyond = total
  let before = -1
  for (const [index, letter] of [...alphabet].entries()) {
    const count = counts.get(letter)
    if (!count) continue
    const isLast = [...alphabet.slice(index + 1)].every((other) => !counts.get(other))
    if (before >= 0 && index - before > farOff && (isLast || beyond <= total * farOffShare)) break
    kept.set(letter, count)
    beyond -= count
    before = index
  }
  return kept
}

/** How often a letter would be seen if it were used like the nearest letters that are: their geometric mean. */
function expectedAt(index: number, seen: (letter: string | undefined) => number): number {
  const nearest = (step: 1 | -1) => {
    for (let at = index + step; at >= 0 && at < alphabet.length; at += step)
      if (seen(alphabet[at])) return seen(alphabet[at])
    return 0
  }
  return Math.sqrt(nearest(-1) * nearest(1))
}
