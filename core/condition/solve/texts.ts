import { contains, endsWith, isOneOf, type Language, partOf, suffixOf } from './languages'
import type { TextRelation } from './formula'
import { Undecided } from './undecided'

export interface TextConstraint {
  language: Language
  inside: boolean
}
export interface TextRelationLiteral {
  left: string
  relation: TextRelation
  right: string
  holds: boolean
}

const mostStates = 60_000
const mostTuples = 200_000

/**
 * The characters that variables have to tell apart: those that their constraints name, and as many others as
 * there are variables, in every gap where order counts.
 */
function alphabetFor(
  constraints: TextConstraint[],
  room: number,
  relations: TextRelationLiteral[],
): string[] {
  const taken = new Set<string>()
  for (const { language } of constraints) for (const char of language.characters) taken.add(char)
  const named = [...taken].sort()
  const byOrder =
    relations.some(({ relation }) => relation === '<' || relation === '<=') ||
    constraints.some(({ language }) => language.ordered)
  if (!byOrder) return [...others(taken, room), ...named]
  const bounds = [...named.map((char) => char.codePointAt(0)!), 0x10000]
  const between = bounds.flatMap((to, index) => gap(index === 0 ? 0 : bounds[index - 1]! + 1, to, room))
  return [...between, ...named].sort()
}

/** Letters and digits that are not named, so that a witness can be read. */
function others(taken: Set<string>, count: number): string[] {
  const found: string[] = []
  for (const char of 'abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789') {
    if (found.length === count) return found
    if (!taken.has(char)) found.push(char)
  }
  for (let code = 0x4e00; found.length < count; code++)
    if (!taken.has(String.fromCharCode(code))) found.push(String.fromCharCode(code))
  return found
}

/** Up to `count` characters with codes from `from` to below `to`; readable ones where there are any. */
function gap(from: number, to: number, count: number): string[] {
  const readable = Array.from({ length: 0x7f - 0x20 }, (_, index) => index + 0x20).filter(
    (code) => code >= from && code < to,
  )
  const codes =
    readable.length >= count
      ? readable
      : Array.from({ length: Math.min(count, to - from) }, (_, index) => from + index)
  return codes
    .slice(0, count)
    .map((code) => String.fromCodePoint(code))
    .filter((char) => !/[\ud800-\udfff]/.test(char))
}

/** The shortest texts that satisfy all constraints, at most `count`; fewer mean that there are no more. */
function wordsOf(constraints: TextConstraint[], alphabet: string[], count: number): string[] {
  const few = constraints.find(({ language, inside }) => inside && language.words)
  if (few)
    return few.language
      .words!.filter((text) =>
        constraints.every((constraint) => constraint === few || takes(constraint, text)),
      )
      .slice(0, count)
  const start = constraints.map(() => 0)
  const visits = new Map<string, number>()
  const found: string[] = []
  let level: { states: number[]; text: string }[] = [{ states: start, text: '' }]
  let explored = 0
  while (level.length && found.length < count) {
    const next: typeof level = []
    for (const { states, text } of level) {
      if (accepted(constraints, states)) found.push(text)
      if (found.length >= count) break
      for (const char of alphabet) {
        const reached = states.map((state, index) => constraints[index]!.language.step(state, char))
        if (hopeless(constraints, reached)) continue
        const key = reached.join()
        const times = visits.get(key) ?? 0
        if (times >= count) continue
        visits.set(key, times + 1)
        if (++explored > mostStates) throw new Undecided('the texts asked for together are too intricate')
        next.push({ states: reached, text: text + char })
      }
    }
    level = next
  }
  return found
}

/** What one of the constraints shows as an example, where it suits the others: most questions need no search. */
function exampleOf(constraints: TextConstraint[]): string | undefined {
  for (const { language, inside } of constraints)
    if (inside && language.example && constraints.every((constraint) => takes(constraint, language.example!)))
      return language.example
  return undefined
}

function takes({ language, inside }: TextConstraint, text: string): boolean {
  let state = 0
  for (const char of text) state = language.step(state, char)
  return language.accepts(state) === inside
}

const accepted = (constraints: TextConstraint[], states: number[]) =>
  constraints.every(({ language, inside }, index) => language.accepts(states[index]!) === inside)
const hopeless = (constraints: TextConstraint[], states: number[]) =>
  constraints.some(
    ({ language, inside }, index) =>
      language.sink(states[index]!) && language.accepts(states[index]!) !== inside,
  )

/**
 * Texts for variables that satisfy their constraints and the relations between them, or null where there are none.
 * Variables that must be equal share one text. Inequalities need only as many different texts as there are variables;
 * order and “starts with” are followed on all texts at once, a character at a time.
 * @throws Undecided for “ends with” and “contains” between two variables where no short texts do, unless one
 * of them has few values, and where it grows too large.
 */
export function solveTexts(
  names: string[],
  constraints: Map<string, TextConstraint[]>,
  relations: TextRelationLiteral[],
): Map<string, string> | null {
  const root = unite(names, relations)
  const classes = new Map<string, TextConstraint[]>()
  for (const name of names)
    classes.set(root(name), [...(classes.get(root(name)) ?? []), ...(constraints.get(name) ?? [])])
  const between = relations
    .filter(({ relation, holds }) => !(relation === '==' && holds))
    .map((relation) => ({ ...relation, left: root(relation.left), right: root(relation.right) }))
  const solved = new Map<string, string>()
  for (const component of componentsOf([...classes.keys()], between)) {
    const own = between.filter(({ left }) => component.includes(left))
    const texts = solveComponent(component, classes, own)
    if (!texts) return null
    component.forEach((name, index) => solved.set(name, texts[index]!))
  }
  return new Map(names.map((name) => [name, solved.get(root(name))!]))
}

function solveComponent(
  names: string[],
  classes: Map<string, TextConstraint[]>,
  relations: TextRelationLiteral[],
): string[] | null {
  const alone = names.length === 1 && relations.length === 0 ? exampleOf(classes.get(names[0]!)!) : undefined
  if (alone !== undefined) return [alone]
  const alphabet = alphabetFor(
    names.flatMap((name) => classes.get(name)!),
    names.length,
    relations,
  )
  const onlyUnequal = relations.every(({ relation }) => relation === '==')
  const candidates = names.map((name) =>
    wordsOf(classes.get(name)!, alphabet, names.length + (onlyUnequal ? 1 : 5)),
  )
  if (candidates.some((list) => list.length === 0)) return null
  const chosen = choose(names, candidates.map(readableFirst), relations)
  if (chosen || onlyUnequal) return chosen
  const loose = relations.find(({ relation }) => relation === 'endsWith' || relation === 'contains')
  return loose
    ? withOneFixed(loose, names, classes, relations, candidates)
    : alongside(names, classes, relations, alphabet)
}

/**
 * “Ends with” and “contains” between two texts become regular once one of them is fixed: exact where one has
 * only few values, tried on short ones else.
 */
function withOneFixed(
  loose: TextRelationLiteral,
  names: string[],
  classes: Map<string, TextConstraint[]>,
  relations: TextRelationLiteral[],
  candidates: string[][],
): string[] | null {
  const others = relations.filter((relation) => relation !== loose)
  const isAll = (side: string) => candidates[names.indexOf(side)]!.length < names.length + 5
  const side = !isAll(loose.right) && isAll(loose.left) ? loose.left : loose.right
  const other = side === loose.left ? loose.right : loose.left
  for (const text of candidates[names.indexOf(side)]!) {
    const language =
      side === loose.right
        ? loose.relation === 'endsWith'
          ? endsWith(text)
          : contains(text)
        : loose.relation === 'endsWith'
          ? suffixOf(text)
          : partOf(text)
    const narrowed = new Map(classes)
    narrowed.set(other, [...classes.get(other)!, { language, inside: loose.holds }])
    narrowed.set(side, [...narrowed.get(side)!, { language: isOneOf([text]), inside: true }])
    const found = solveComponent(names, narrowed, others)
    if (found) return found
  }
  if (isAll(side)) return null
  throw new Undecided('“ends with” and “contains” between two attributes are only tried on short texts')
}

/** The empty text last: a witness should show something. */
const readableFirst = (texts: string[]) => (texts[0] === '' ? [...texts.slice(1), ''] : texts)

function related(relation: TextRelation, left: string, right: string): boolean {
  if (relation === '==') return left === right
  if (relation === '<') return left < right
  if (relation === '<=') return left <= right
  if (relation === 'startsWith') return left.startsWith(right)
  return relation === 'endsWith' ? left.endsWith(right) : left.includes(right)
}

/** One candidate for each name so that all relations hold, by backtracking. */
function choose(names: string[], candidates: string[][], relations: TextRelationLiteral[]): string[] | null {
  const chosen: string[] = []
  const fits = () =>
    relations.every(({ left, relation, right, holds }) => {
      const [one, two] = [chosen[names.indexOf(left)], chosen[names.indexOf(right)]]
      return one === undefined || two === undefined || related(relation, one, two) === holds
    })
  const place = (index: number): boolean => {
    if (index === names.length) return true
    for (const text of candidates[index]!) {
      chosen[index] = text
      if (fits() && place(index + 1)) return true
    }
    chosen.length = index
    return false
  }
  return place(0) ? chosen : null
}

/** How two texts stand to each other so far: equal, apart, or one ended while equal and so begins the other. */
type Order = 'equal' | 'less' | 'greater' | 'begins' | 'begun'

interface Tuple {
  states: (number[] | null)[]
  orders: Order[]
  texts: string[]
}

/** All texts at once, a character at a time: exact for order, equality and “starts with”. */
function alongside(
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
  return one < two ? 'less' : 'greater'
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

function combinations<T>(lists: T[][]): T[][] {
  return lists.reduce<T[][]>((made, list) => made.flatMap((row) => list.map((item) => [...row, item])), [[]])
}

function unite(names: string[], relations: TextRelationLiteral[]): (name: string) => string {
  const parent = new Map(names.map((name) => [name, name]))
  const root = (name: string): string => (parent.get(name) === name ? name : root(parent.get(name)!))
  for (const { left, relation, right, holds } of relations)
    if (relation === '==' && holds) parent.set(root(left), root(right))
  return root
}

function componentsOf(names: string[], relations: TextRelationLiteral[]): string[][] {
  const root = unite(
    names,
    relations.map((relation) => ({ ...relation, relation: '==', holds: true })),
  )
  const groups = new Map<string, string[]>()
  for (const name of names) groups.set(root(name), [...(groups.get(root(name)) ?? []), name])
  return [...groups.values()]
}
