import { compareText } from '../../support'
import { accepted, hopeless, type TextConstraint, type TextRelationLiteral } from './text-constraint'
import { spend } from './effort'
import { Undecided } from './undecided'

const mostTuples = 200_000
const mostMoves = 300_000

/** How two texts stand to each other so far: equal, apart, or one ended while equal and so begins the other. */
type Order = 'equal' | 'less' | 'greater' | 'begins' | 'begun'

interface Tuple {
  states: (number[] | null)[]
  orders: Order[]
  texts: string[]
}

/** All texts at once, a character at a time: exact for order, equality and “starts with”. */
export function alongside(
  names: string[],
  classes: Map<string, TextConstraint[]>,
  relations: TextRelationLiteral[],
  alphabet: string[],
): string[] | null {
  if (names.length > 3) throw new Undecided('an order among more than three texts is not decided')
  const constraints = names.map((name) => classes.get(name)!)
  const pairs = names.flatMap((_, one) =>
    names.slice(one + 1).map((__, offset) => [one, one + 1 + offset] as const),
  )
  if ((alphabet.length + 1) ** names.length > mostMoves)
    throw new Undecided('the order asked for is between texts of too many characters')
  const moves = combinations(names.map(() => [...alphabet, null]))
  const seen = new Set<string>()
  const open: Tuple[] = [
    {
      states: constraints.map((list) => list.map(() => 0)),
      orders: pairs.map(() => 'equal'),
      texts: names.map(() => ''),
    },
  ]
  for (let tuple = open.shift(); tuple; tuple = open.shift()) {
    spend(moves.length)
    for (const move of moves) {
      const next = advance(tuple, move, constraints, pairs)
      if (!next) continue
      if (next.states.every((states) => states === null)) {
        if (relations.every((relation) => holdsAtEnd(relation, names, pairs, next.orders))) return next.texts
        continue
      }
      const key = JSON.stringify([next.states, next.orders])
      if (seen.has(key)) continue
      seen.add(key)
      if (seen.size > mostTuples) throw new Undecided('the order asked for between texts is too intricate')
      open.push(next)
    }
  }
  return null
}

/** What each text does next: a character, or null where it ends. A text that has ended stays ended. */
function advance(
  { states, orders, texts }: Tuple,
  move: (string | null)[],
  constraints: TextConstraint[][],
  pairs: (readonly [number, number])[],
): Tuple | null {
  const next: (number[] | null)[] = []
  for (const [index, char] of move.entries()) {
    const state = states[index]!
    if (state === null || char === null) {
      if (state === null ? char !== null : !accepted(constraints[index]!, state)) return null
      next.push(null)
      continue
    }
    const reached = state.map((at, which) => constraints[index]![which]!.language.step(at, char))
    if (hopeless(constraints[index]!, reached)) return null
    next.push(reached)
  }
  return {
    states: next,
    texts: texts.map((text, index) => text + (move[index] ?? '')),
    orders: pairs.map(([one, two], index) =>
      orders[index] === 'equal' ? compared(move[one]!, move[two]!) : orders[index]!,
    ),
  }
}

function compared(one: string | null, two: string | null): Order {
  if (one === two) return 'equal'
  if (one === null) return 'begins'
  if (two === null) return 'begun'
  return compareText(one, two) < 0 ? 'less' : 'greater'
}

const turned: Record<Order, Order> = {
  equal: 'equal',
  less: 'greater',
  greater: 'less',
  begins: 'begun',
  begun: 'begins',
}

function holdsAtEnd(
  { left, relation, right, holds }: TextRelationLiteral,
  names: string[],
  pairs: (readonly [number, number])[],
  orders: Order[],
): boolean {
  const [one, two] = [names.indexOf(left), names.indexOf(right)]
  if (one === two) return (relation !== '<') === holds
  const index = pairs.findIndex(([a, b]) => (a === one && b === two) || (a === two && b === one))
  const order = pairs[index]![0] === one ? orders[index]! : turned[orders[index]!]
  const meant =
    relation === '=='
      ? order === 'equal'
      : relation === '<'
        ? order === 'less' || order === 'begins'
        : relation === '<='
          ? order !== 'greater' && order !== 'begun'
          : order === 'equal' || order === 'begun'
  return meant === holds
}

export function combinations<T>(lists: T[][]): T[][] {
  return lists.reduce<T[][]>((made, list) => made.flatMap((row) => list.map((item) => [...row, item])), [[]])
}
