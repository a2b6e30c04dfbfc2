import type { Seen } from './shapes'

/** A list shorter than this has no room for shares: there, one label may be a rule. */
export const shortList = 40
/** A label seen less often than this share of the usual one is a slip, until structure has been found without it. */
const slipShare = 0.02
/** Where the usual label is seen so seldom, being seen once says nothing. */
const usualAtLeast = 5

/**
 * The labels that a scheme is to be made from. In a long list in which the usual label comes again and again, those
 * that hardly come at all are noise first and structure last: one slip must not turn the order round.
 */
export function frequent(seen: Seen[]): Seen[] {
  const total = seen.reduce((sum, { count }) => sum + count, 0)
  if (total < shortList) return seen
  const usual = usualCount(seen, total)
  if (usual < usualAtLeast) return seen
  const least = Math.max(2, usual * slipShare)
  return seen.filter(({ count }) => count >= least)
}

/** How often the label is seen that stands in the middle of the list, sorted by how often labels are seen. */
function usualCount(seen: Seen[], total: number): number {
  let passed = 0
  for (const { count } of [...seen].sort((a, b) => b.count - a.count)) {
    passed += count
    if (passed * 2 >= total) return count
  }
  return 0
}
