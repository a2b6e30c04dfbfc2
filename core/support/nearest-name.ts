import { editDistance } from './edit-distance'

/**
 * The nearest of some names, by edit distance without regard to case; the one that differs in case alone first.
 * Undefined where none is near.
 */
export function nearestName(word: string, known: string[]): string | undefined {
  const lower = word.toLowerCase()
  const [best] = known
    .map((name) => ({
      name,
      far: editDistance(lower, name.toLowerCase()),
      exactly: editDistance(word, name),
    }))
    .sort((a, b) => a.far - b.far || a.exactly - b.exactly)
  return best && best.far < word.length && best.far <= Math.max(1, word.length / 3) ? best.name : undefined
}
