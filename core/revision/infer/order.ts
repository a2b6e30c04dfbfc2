import type { Series } from '../types'
import type { Family } from './family'

/** The labels of documents, each in the order in which it had them: from registers, by their dates. */
export type Histories = readonly (readonly string[])[]

/** In which order a document runs through series, and whether anything said so. */
export interface Order {
  families: Family[]
  isGuess: boolean
}

/**
 * The series in the order in which a document runs through them: as histories have it; else as the list has it, where
 * it runs through one series after the other; else by the trade's habits, which is a guess.
 * @param ownerOf the series that a label is one of
 */
export function inOrder(
  families: Family[],
  list: string[],
  histories: Histories,
  ownerOf: (label: string) => Family | undefined,
): Order {
  if (families.length < 2) return { families, isGuess: false }
  const seen = followed(families, histories, ownerOf)
  if (seen) return { families: seen, isGuess: false }
  const runs = list.map(ownerOf).filter((owner, index, all) => owner && owner !== all[index - 1])
  if (runs.length === families.length)
    return { families: [...families].sort((a, b) => runs.indexOf(a) - runs.indexOf(b)), isGuess: false }
  const byHabit = [...families].sort(
    (a, b) => habit(a.series) - habit(b.series) || a.series.id.localeCompare(b.series.id),
  )
  return { families: byHabit, isGuess: true }
}

/** The order in which documents were seen to go from one series to the next; undefined where none went through two. */
function followed(
  families: Family[],
  histories: Histories,
  ownerOf: (label: string) => Family | undefined,
): Family[] | undefined {
  const before = new Map<Family, Map<Family, number>>(families.map((family) => [family, new Map()]))
  let steps = 0
  for (const history of histories) {
    const owners = history.map(ownerOf).filter((owner) => owner !== undefined)
    for (const [index, owner] of owners.entries()) {
      const next = owners[index + 1]
      if (!next || next === owner) continue
      const of = before.get(owner)
      if (!of || !before.has(next)) continue
      of.set(next, (of.get(next) ?? 0) + 1)
      steps++
    }
  }
  if (steps === 0) return undefined
  const times = (one: Family, other: Family) => before.get(one)?.get(other) ?? 0
  const left = [...families].sort((a, b) => habit(a.series) - habit(b.series))
  const ordered: Family[] = []
  while (left.length) {
    // Next is the series that is followed by the others most, and follows them least.
    const lead = (one: Family) =>
      left.reduce((sum, other) => sum + Math.sign(times(one, other) - times(other, one)), 0)
    const next = left.reduce((best, one) => (lead(one) > lead(best) ? one : best))
    ordered.push(next)
    left.splice(left.indexOf(next), 1)
  }
  return ordered
}

/**
 * A dash first; preliminary numbers (P) and numerals on trial before letters; letters before plain 0, 1, 2;
 * contractual numbers (C) last.
 */
function habit({ prefix, major }: Series): number {
  if (prefix) return prefix.startsWith('C') ? 6 : 2
  if (major.kind === 'list') return major.values.includes('-') ? 0 : 1
  if (major.kind === 'letters') return 4
  return major.from === 0 && !major.width ? 5 : 3
}

/** Whether minors were seen to lead up to their major, or to follow it; undefined where nothing says so. */
export function minorsFirst(
  histories: Histories,
  partsOf: (label: string) => [major: string, minor: boolean] | undefined,
): boolean | undefined {
  let first = 0
  let after = 0
  for (const history of histories) {
    const parts = history.map(partsOf)
    for (const [index, one] of parts.entries()) {
      const next = parts[index + 1]
      if (!one || !next || one[0] !== next[0] || one[1] === next[1]) continue
      if (one[1]) first++
      else after++
    }
  }
  return first === after ? undefined : first > after
}
