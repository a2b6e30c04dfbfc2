import { type Attribute, type DocumentRecord, type ValueType } from '../../attribute'
import type { Condition } from '../types'
import { evaluate } from '../evaluate'
import { contradicts, type Facts, isKnown } from './facts'
import { type Formula, formulaOf, type Literal } from './formula'
import { forOneQuestion, spend } from './effort'
import { sorts } from '../sorts'
import type { Language } from './automaton'
import { solveNumbers } from './numbers'
import type { TextConstraint } from './text-constraint'
import { solveTexts } from './texts'
import { Undecided } from './undecided'
import { variablesOf } from './variables'

/**
 * `witness` of a “yes” of satisfiable and overlap, and of a “no” of implies and covers; `why` of an undecided
 * answer.
 */
export interface Solution {
  answer: 'yes' | 'no' | 'undecided'
  witness?: DocumentRecord
  why?: string
}
export type Question = 'satisfiable' | 'overlap' | 'implies' | 'covers'
export const questions: Question[] = ['satisfiable', 'overlap', 'implies', 'covers']

/**
 * Answers a question about conditions exactly, over all records that the attributes allow: numbers and dates
 * within their
 * bounds, choices among their values, any text, and every attribute perhaps empty (model, section 2).
 * The witness of an answer satisfies the evaluator. *Undecided* only for “ends with” and “contains” between
 * two attributes,
 * for an order among more than three texts, and for questions that grow beyond all measure.
 */
export function solve(question: Question, conditions: Condition[], attributes: Attribute[]): Solution {
  if (question === 'satisfiable' || question === 'overlap')
    return find(
      conditions.map((condition) => [condition, true]),
      attributes,
    )
  const wanted: [Condition, boolean][] =
    question === 'implies'
      ? [
          [conditions[0]!, true],
          [conditions[1]!, false],
        ]
      : conditions.map((condition) => [condition, false])
  const counter = find(wanted, attributes)
  if (counter.answer === 'undecided') return counter
  return counter.answer === 'yes' ? { answer: 'no', witness: counter.witness } : { answer: 'yes' }
}

export const satisfiable = (condition: Condition, attributes: Attribute[]): Solution =>
  solve('satisfiable', [condition], attributes)
/** Whether some record meets both. */
export const overlap = (one: Condition, other: Condition, attributes: Attribute[]): Solution =>
  solve('overlap', [one, other], attributes)
/** Whether every record that meets the one meets the other. */
export const implies = (one: Condition, other: Condition, attributes: Attribute[]): Solution =>
  solve('implies', [one, other], attributes)
/** Whether every record meets one of them. */
export const covers = (conditions: Condition[], attributes: Attribute[]): Solution =>
  solve('covers', conditions, attributes)

function find(wanted: [Condition, boolean][], attributes: Attribute[]): Solution {
  const search = new Search(attributes)
  const witness = forOneQuestion(() => search.run(wanted))
  if (!witness) return search.doubt ? { answer: 'undecided', why: search.doubt } : { answer: 'no' }
  if (wanted.every(([condition, holds]) => evaluate(condition, witness) === holds))
    return { answer: 'yes', witness }
  return {
    answer: 'undecided',
    why: 'the numbers lie too close together to be told apart in double precision',
  }
}

/** Tries alternatives one after the other, giving each up as soon as what is taken to hold contradicts itself. */
class Search {
  /** Why a branch could not be decided, if one could not. */
  doubt = ''
  private readonly types: Map<string, ValueType>
  private readonly attributes: Map<string, Attribute>
  private readonly choices: Map<string, Language>

  constructor(attributes: Attribute[]) {
    ;({ types: this.types, attributes: this.attributes, choices: this.choices } = variablesOf(attributes))
  }

  run(wanted: [Condition, boolean][]): DocumentRecord | null {
    const formulas = wanted.map(([condition, holds]) => formulaOf(condition, holds))
    return this.decided(() =>
      this.explore(formulas, { filled: new Map(), numbers: [], texts: [], relations: [] }),
    )
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

  private explore(pending: Formula[], before: Facts): DocumentRecord | null {
    spend(10 + before.filled.size + before.numbers.length + before.texts.length)
    const facts: Facts = {
      filled: new Map(before.filled),
      numbers: [...before.numbers],
      texts: [...before.texts],
      relations: [...before.relations],
    }
    const alternatives = this.settle(pending, facts)
    if (!alternatives) return null
    const record = this.solveFacts(facts)
    if (!record || alternatives.length === 0) return record
    const [first, ...others] = alternatives.sort((a, b) => a.length - b.length)
    for (const part of first!) {
      const found = this.explore([part, ...others.map((parts): Formula => ({ kind: 'or', parts }))], facts)
      if (found) return found
    }
    return null
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
    const choices = this.choices.get(name)
    if (choices) facts.texts.push([name, { language: choices, inside: true }])
    const counted = this.countedAs(name)
    for (const bound of counted?.bounds(this.attributes.get(name)) ?? [])
      facts.numbers.push({ left: name, ...bound })
  }

  private solveFacts(facts: Facts): DocumentRecord | null {
    const filled = [...facts.filled].filter(([, is]) => is).map(([name]) => name)
    const counted = filled.filter((name) => this.isCounted(name))
    const numbers = solveNumbers(
      counted,
      facts.numbers,
      (name) => this.countedAs(name)?.isWhole(this.attributes.get(name)) ?? false,
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
    { filled }: Facts,
    numbers: Map<string, number>,
    texts: Map<string, string>,
  ): DocumentRecord {
    return Object.fromEntries(
      [...filled].map(([name, is]) => {
        if (!is) return [name, null]
        const { solved } = sorts[this.types.get(name)!]
        return [
          name,
          solved.as === 'number' ? solved.fromNumber(numbers.get(name)!) : solved.fromText(texts.get(name)!),
        ]
      }),
    )
  }

  private countedAs(name: string) {
    const { solved } = sorts[this.types.get(name)!]
    return solved.as === 'number' ? solved : undefined
  }

  private isCounted(name: string): boolean {
    return this.countedAs(name) !== undefined
  }
}
