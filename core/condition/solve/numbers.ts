import type { ComparisonOperator } from '../types'
import { spend } from './effort'

/** A comparison between variables, by name, and numbers. */
export interface NumberRelation {
  left: string | number
  operator: ComparisonOperator
  right: string | number
}

/** A value with an infinitesimal part: `base` plus so many times something smaller than any number. */
interface Bound {
  base: number
  above: number
}

const after = (a: Bound, b: Bound) => a.base - b.base || a.above - b.above

/**
 * Values for numeric variables that satisfy all relations, or null where there are none. Variables for which
 * `isWhole` says so
 * take whole numbers, the others any real number. Exact: relations only compare, so the least solution above
 * a low enough
 * floor exists wherever any does; an inequality is branched on where the least solution violates it.
 */
export function solveNumbers(
  names: string[],
  relations: NumberRelation[],
  isWhole: (name: string) => boolean,
): Map<string, number> | null {
  if (names.length === 0) return new Map()
  const alone = againstConstants(names, relations, isWhole)
  if (alone !== undefined) return alone
  const solution = leastSolution(
    names,
    relations.filter(({ operator }) => operator !== '!='),
    isWhole,
  )
  if (!solution) return null
  const violated = relations.find(
    ({ left, operator, right }) => operator === '!=' && after(solution(left), solution(right)) === 0,
  )
  if (!violated) return concrete(names, relations, solution)
  const others = relations.filter((relation) => relation !== violated)
  return (
    solveNumbers(names, [...others, { ...violated, operator: '<' }], isWhole) ??
    solveNumbers(names, [...others, { ...violated, operator: '>' }], isWhole)
  )
}

const compares: Record<ComparisonOperator, (one: number, other: number) => boolean> = {
  '==': (one, other) => one === other,
  '!=': (one, other) => one !== other,
  '<': (one, other) => one < other,
  '<=': (one, other) => one <= other,
  '>': (one, other) => one > other,
  '>=': (one, other) => one >= other,
}

/** Whether two numbers stand to each other as they should. */
export const areRelated = (one: number, operator: ComparisonOperator, other: number): boolean =>
  compares[operator](one, other)

/** The usual case, in which each variable is compared with constants alone; undefined where it is not so simple. */
function againstConstants(
  names: string[],
  relations: NumberRelation[],
  isWhole: (name: string) => boolean,
): Map<string, number> | null | undefined {
  const found = new Map<string, number>()
  for (const name of names) {
    const own = relations.filter(({ left, right }) => left === name || right === name)
    const constants: number[] = []
    for (const { left, right } of own) {
      if (left !== name || typeof right !== 'number') return undefined
      constants.push(right)
    }
    spend(10 + own.length)
    const cells = numberCells(constants, isWhole(name), [])
    if (!cells) return undefined
    const fitting = cells.find((cell) =>
      own.every(({ operator, right }) => compares[operator](cell, right as number)),
    )
    if (fitting === undefined) return null
    found.set(name, fitting)
  }
  return found
}

/**
 * One number of each kind that comparisons with some constants tell apart, within bounds: the constants, and one in
 * each gap. Undefined where two constants lie too close together, or too far out, for a double between them.
 */
export function numberCells(
  constants: number[],
  whole: boolean,
  bounds: { operator: ComparisonOperator; right: number }[],
): number[] | undefined {
  const low = Math.max(
    -Infinity,
    ...bounds.flatMap((bound) => (bound.operator === '>=' ? [bound.right] : [])),
  )
  const high = Math.min(
    Infinity,
    ...bounds.flatMap((bound) => (bound.operator === '<=' ? [bound.right] : [])),
  )
  const ends = [low, high].filter(Number.isFinite)
  const marks = [...new Set([...constants, ...ends])].sort((a, b) => a - b)
  const found: number[] = []
  for (const [index, mark] of [-Infinity, ...marks].entries()) {
    if (Number.isFinite(mark) && (!whole || Number.isInteger(mark))) found.push(mark)
    const next = marks[index] ?? Infinity
    if (next <= low || mark >= high) continue
    const between = numberBetween(mark, next, whole)
    if (between === undefined) return undefined
    found.push(...between)
  }
  return found.filter((number) => number >= low && number <= high)
}

/** A number between two others, short if it can be; none where there is none, undefined where no double is. */
function numberBetween(low: number, high: number, whole: boolean): number[] | undefined {
  const fits = (number: number) => number > low && number < high && Number.isFinite(number)
  if (low === -Infinity && high === Infinity) return [0]
  if (whole) {
    const next = low === -Infinity ? Math.ceil(high) - 1 : Math.floor(low) + 1
    if (fits(next)) return [next]
    return Math.abs(next) < Number.MAX_SAFE_INTEGER ? [] : undefined
  }
  const unit = 10 ** Math.floor(Math.log10(Math.min(1, high - low) / 2))
  const next = low === -Infinity ? high - 1 : Number((low + unit).toPrecision(15))
  return fits(next) ? [next] : undefined
}

interface Edge {
  low: string | number
  high: string | number
  strict: boolean
}

/**
 * Raises every variable to the least value that its lower neighbours demand, until nothing moves; fails where
 * a number would have to move.
 */
function leastSolution(
  names: string[],
  relations: NumberRelation[],
  isWhole: (name: string) => boolean,
): ((term: string | number) => Bound) | null {
  const edges: Edge[] = []
  const constants: number[] = []
  for (const { left, operator, right } of relations) {
    if (operator !== '>' && operator !== '>=')
      edges.push({ low: left, high: right, strict: operator === '<' })
    if (operator !== '<' && operator !== '<=')
      edges.push({ low: right, high: left, strict: operator === '>' })
    for (const term of [left, right]) if (typeof term === 'number') constants.push(term)
  }
  const floor = constants.length ? floorBelow(Math.min(0, ...constants), names.length) : 0
  const values = new Map<string, Bound>(names.map((name) => [name, { base: floor, above: 0 }]))
  const valueOf = (term: string | number): Bound =>
    typeof term === 'number' ? { base: term, above: 0 } : values.get(term)!
  // Each round settles at least one more variable of the longest chain, and rounding up moves each once more;
  // what still moves then runs in a circle.
  const rounds = 3 * names.length + 3
  spend(10 + relations.length)
  for (let round = 0; round < rounds; round++) {
    spend(edges.length)
    let moved = false
    for (const { low, high, strict } of edges) {
      const least = valueOf(low)
      const demanded = strict ? { base: least.base, above: least.above + 1 } : least
      if (after(valueOf(high), demanded) >= 0) continue
      if (typeof high === 'number') return null
      values.set(high, isWhole(high) ? roundedUp(demanded) : demanded)
      moved = true
    }
    if (!moved) return valueOf
  }
  return null
}

/** Low enough that so many variables find a place above it and below a number. */
function floorBelow(number: number, names: number): number {
  const floor = Math.floor(number) - names - 1
  const isApart = Number.isSafeInteger(floor)
  return isApart ? floor : Math.max(2 * number, -Number.MAX_VALUE)
}

const roundedUp = ({ base, above }: Bound): Bound => {
  const whole = Math.ceil(base)
  return { base: whole === base && above > 0 ? whole + 1 : whole, above: 0 }
}

/** Real numbers for the infinitesimal parts: small enough to pass no number that they must stay below. */
function concrete(
  names: string[],
  relations: NumberRelation[],
  solution: (term: string | number) => Bound,
): Map<string, number> {
  const bases = [
    ...new Set([
      ...names.map((name) => solution(name).base),
      ...relations.flatMap(({ left, right }) => [left, right]).filter((term) => typeof term === 'number'),
    ]),
  ].sort((a, b) => a - b)
  const gaps = bases.slice(1).map((base, index) => base - bases[index]!)
  const most = Math.max(1, ...names.map((name) => solution(name).above))
  const room = Math.min(1, ...gaps) / (most + 1)
  const unit = room >= 1 ? 1 : 10 ** Math.floor(Math.log10(room))
  return new Map(
    names.map((name) => {
      const { base, above } = solution(name)
      return [name, above === 0 ? base : Number((base + above * unit).toPrecision(15))]
    }),
  )
}
