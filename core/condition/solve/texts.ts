import { compareText } from '../../support'
import { contains, endsWith } from './languages'
import { isOneOf, partOf, suffixOf } from './parts'
import type { TextRelation } from './formula'
import { accepted, hopeless, takes, type TextConstraint, type TextRelationLiteral } from './text-constraint'
import { alongside } from './alongside'
import { alphabetFor } from './alphabet'
import { spend } from './effort'
import { Undecided } from './undecided'

const mostStates = 60_000

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
      spend(alphabet.length * constraints.length)
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
  if (relations.length === 0) return eachAlone(names, constraints)
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

/** Texts that have nothing to do with one another. */
function eachAlone(names: string[], constraints: Map<string, TextConstraint[]>): Map<string, string> | null {
  const solved = new Map<string, string>()
  for (const name of names) {
    const texts = solveComponent([name], new Map([[name, constraints.get(name) ?? []]]), [])
    if (!texts) return null
    solved.set(name, texts[0]!)
  }
  return solved
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
  if (relation === '<') return compareText(left, right) < 0
  if (relation === '<=') return compareText(left, right) <= 0
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
      spend(1 + relations.length)
      chosen[index] = text
      if (fits() && place(index + 1)) return true
    }
    chosen.length = index
    return false
  }
  return place(0) ? chosen : null
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
