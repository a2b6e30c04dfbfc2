import type { Attribute, DocumentRecord } from '../../attribute'
import type { RevisionScheme } from '../../revision'
import { evaluate } from '../evaluate'
import type { Condition } from '../types'
import { withLabelParts } from './asked'
import { forOneQuestion } from './effort'
import { formulaOf } from './formula'
import { Search } from './search'

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
 * The facts of a label belong together; with a scheme they are those of one of its labels.
 * The witness of an answer satisfies the evaluator. *Undecided* only for “ends with” and “contains” between
 * two attributes,
 * for an order among more than three texts, and for questions that grow beyond all measure.
 */
export function solve(
  question: Question,
  conditions: Condition[],
  attributes: Attribute[],
  scheme?: RevisionScheme,
): Solution {
  if (question === 'satisfiable' || question === 'overlap')
    return find(
      conditions.map((condition) => [condition, true]),
      attributes,
      scheme,
    )
  const wanted: [Condition, boolean][] =
    question === 'implies'
      ? [
          [conditions[0]!, true],
          [conditions[1]!, false],
        ]
      : conditions.map((condition) => [condition, false])
  const counter = find(wanted, attributes, scheme)
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

function find(
  wanted: [Condition, boolean][],
  attributes: Attribute[],
  scheme: RevisionScheme | undefined,
): Solution {
  const search = new Search(attributes, scheme)
  const found = forOneQuestion(() =>
    search.run(wanted.map(([condition, holds]) => formulaOf(condition, holds))),
  )
  if (!found) return search.doubt ? { answer: 'undecided', why: search.doubt } : { answer: 'no' }
  const witness = scheme ? withLabelParts(found, scheme) : found
  if (isWritable(witness) && wanted.every(([condition, holds]) => evaluate(condition, witness) === holds))
    return { answer: 'yes', witness }
  const why =
    witness === found || sameValues(witness, found)
      ? 'the numbers lie too close together, or too far out, to be told apart in double precision'
      : 'the parts of labels are only tried where they are compared with other attributes'
  return { answer: 'undecided', why }
}

/** Whether its numbers are numbers that a record can hold. */
const isWritable = (record: DocumentRecord): boolean =>
  Object.values(record).every((value) => typeof value !== 'number' || Number.isFinite(value))

const sameValues = (one: DocumentRecord, other: DocumentRecord): boolean =>
  Object.keys(one).every((name) => one[name] === other[name])
