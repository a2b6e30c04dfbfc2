import type { Attribute, DocumentRecord } from '../../attribute'
import type { RevisionScheme } from '../../revision'
import { type Asked, asked } from './asked'
import { bitsOf } from './cells'
import { spend } from './effort'
import { contradicts, type Facts, isKnown } from './facts'
import type { Formula, Literal } from './formula'
import { partsOf } from './formula-parts'
import { factOf, labelNames } from './label-facts'
import { solveNumbers } from './numbers'
import type { TextConstraint } from './text-constraint'
import { solveTexts } from './texts'
import { Undecided } from './undecided'
import { languageOf, sortOf, type Variables, variablesOf } from './variables'

/** Tries alternatives one after the other, giving each up as soon as what is taken to hold contradicts itself. */
export class Search {
  /** Why a branch could not be decided, if one could not. */
  doubt = ''
  private readonly known: Variables
  private asked: Asked = { formulas: [], variables: new Map(), masks: new Map() }

  constructor(
    attributes: Attribute[],
    private readonly scheme: RevisionScheme | undefined,
  ) {
    this.known = variablesOf(attributes)
  }

  /** A record that meets all formulas; null where there is none, or none was found and there is a doubt. */
  run(formulas: Formula[]): DocumentRecord | null {
    return this.decided(() => {
      this.asked = asked(formulas, this.known, this.scheme)
      const { masks, variables } = this.asked
      const domains = new Map<string, bigint>()
      for (const [name, { all }] of variables) domains.set(name, all)
      const nothing = { filled: new Map(), numbers: [], texts: [], relations: [] }
      return this.explore(this.asked.formulas, { ...nothing, masks, domains })
    })
  }

  /** What a part of the search found; nothing, with a doubt, where it could not be decided. */
  private decided(part: () => DocumentRecord | null): DocumentRecord | null {
    try {
      return part()
    } catch (error) {
      if (!(error instanceof Undecided)) throw error
      this.doubt ||= error.message
      return null
    }
  }

  /** Looks for a record; changes the facts that it is given. */
  private explore(pending: Formula[], facts: Facts): DocumentRecord | null {
    spend(10 + facts.filled.size + facts.numbers.length + facts.texts.length)
    const alternatives = this.settle(pending, facts)
    if (!alternatives) return null
    const record = this.solveFacts(facts)
    if (!record || alternatives.length === 0) return record
    const [first, ...others] = alternatives.sort((a, b) => a.length - b.length)
    const rest = others.map((parts): Formula => ({ kind: 'or', parts }))
    const open = narrowest(first!, facts)
    if (open === undefined) return firstFound(first!, (part) => this.explore([part, ...rest], copyOf(facts)))
    const same = [{ kind: 'or' as const, parts: first! }, ...rest]
    return firstFound(bitsOf(facts.domains.get(open)!), (place) => {
      const fixed = copyOf(facts)
      fixed.domains.set(open, 1n << BigInt(place))
      return this.explore(same, fixed)
    })
  }

  /**
   * Takes in everything without alternatives, and leaves out alternatives that are settled. Null where it
   * contradicts itself.
   */
  private settle(pending: Formula[], facts: Facts): Formula[][] | null {
    const open = [...pending]
    const alternatives: Formula[][] = []
    for (let formula = open.pop(); formula; formula = open.pop()) {
      spend(1)
      if (formula.kind === 'literal') {
        if (!this.take(formula.literal, facts)) return null
      } else if (formula.kind === 'and') open.push(...formula.parts)
      else alternatives.push(formula.parts)
      if (open.length === 0) {
        const decided = alternatives.splice(0)
        for (const parts of decided) {
          if (parts.some((part) => isKnown(part, facts))) continue
          const possible = parts.filter((part) => !contradicts(part, facts))
          if (possible.length === 0) return null
          if (possible.length === 1) open.push(possible[0]!)
          else alternatives.push(possible)
        }
      }
    }
    return alternatives
  }

  private take(literal: Literal, facts: Facts): boolean {
    const finite = facts.masks.get(literal)
    if (finite) {
      const left = facts.domains.get(finite.name)! & finite.mask
      facts.domains.set(finite.name, left)
      return left !== 0n
    }
    if (literal.kind === 'empty' || literal.kind === 'filled') {
      const filled = literal.kind === 'filled'
      const known = facts.filled.get(literal.name)
      if (known !== undefined) return known === filled
      facts.filled.set(literal.name, filled)
      if (filled) this.takeBounds(literal.name, facts)
    } else if (literal.kind === 'number') facts.numbers.push(literal)
    else if (literal.kind === 'text') facts.texts.push([literal.name, literal])
    else if (literal.kind === 'texts') facts.relations.push(literal)
    return true
  }

  /** What the attribute itself demands of every value. */
  private takeBounds(name: string, facts: Facts): void {
    const choices = this.known.choices.get(name)
    if (choices) facts.texts.push([name, { language: choices, inside: true }])
    const like = languageOf(name)
    if (like) facts.texts.push([name, { language: like, inside: true }])
    const counted = this.countedAs(name)
    for (const bound of counted?.bounds(this.known.attributes.get(name)) ?? [])
      facts.numbers.push({ left: name, ...bound })
  }

  private solveFacts(facts: Facts): DocumentRecord | null {
    const filled = [...facts.filled].filter(([, is]) => is).map(([name]) => name)
    const counted = filled.filter((name) => this.isCounted(name))
    const numbers = solveNumbers(
      counted,
      facts.numbers,
      (name) => this.countedAs(name)?.isWhole(this.known.attributes.get(name)) ?? false,
    )
    if (!numbers) return null
    const constraints = new Map<string, TextConstraint[]>()
    for (const [name, constraint] of facts.texts)
      constraints.set(name, [...(constraints.get(name) ?? []), constraint])
    return this.decided(() => {
      const texts = solveTexts(
        filled.filter((name) => !this.isCounted(name)),
        constraints,
        facts.relations,
      )
      return texts && this.record(facts, numbers, texts)
    })
  }

  private record(
    { filled, domains }: Facts,
    numbers: Map<string, number>,
    texts: Map<string, string>,
  ): DocumentRecord {
    const values: [string, string | number | null][] = [...filled].map(([name, is]) => [
      name,
      is ? (numbers.get(name) ?? texts.get(name)!) : null,
    ])
    for (const [name, domain] of domains) {
      const { cells, all } = this.asked.variables.get(name)!
      if (domain === all) continue
      const cell = cells[bitsOf(domain)[0]!]!
      if (cell !== null && typeof cell === 'object')
        labelNames(name).forEach((part) => values.push([part, cell[factOf(part)!]]))
      else values.push([name, cell])
    }
    return Object.fromEntries(values.map(([name, value]) => [name, this.valueOf(name, value)]))
  }

  private valueOf(name: string, value: string | number | null) {
    if (value === null) return null
    const { solved } = sortOf(this.known, name)
    return solved.as === 'number' ? solved.fromNumber(Number(value)) : solved.fromText(String(value))
  }

  private countedAs(name: string) {
    const { solved } = sortOf(this.known, name)
    return solved.as === 'number' ? solved : undefined
  }

  private isCounted(name: string): boolean {
    return this.countedAs(name) !== undefined
  }
}

const copyOf = ({ filled, numbers, texts, relations, masks, domains }: Facts): Facts => ({
  filled: new Map(filled),
  numbers: [...numbers],
  texts: [...texts],
  relations: [...relations],
  masks,
  domains: new Map(domains),
})

/** The finite variable among those that alternatives speak of that may have the fewest values, more than one. */
function narrowest(alternatives: Formula[], { masks, domains }: Facts): string | undefined {
  let best: string | undefined
  let fewest = Infinity
  for (const literal of alternatives.flatMap((formula) => partsOf(formula).literals)) {
    const finite = masks.get(literal)
    if (!finite || finite.name === best) continue
    const values = bitsOf(domains.get(finite.name)!).length
    if (values > 1 && values < fewest) [best, fewest] = [finite.name, values]
  }
  return best
}

function firstFound<T, Found>(list: T[], find: (of: T) => Found | null): Found | null {
  for (const one of list) {
    const found = find(one)
    if (found) return found
  }
  return null
}
