import { sorts } from '../sorts'
import type { ComparisonOperator, Condition, Operand } from '../types'
import type { Value, ValueType } from '../../attribute'
import { derivedOf } from '../derived'
import { evaluate } from '../evaluate'
import { contains, endsWith, glob, relatedTo, startsWith } from './languages'
import { type Language } from './automaton'
import type { Parts } from './formula-parts'
import { exactly, partOf, prefixOf, suffixOf } from './parts'

/**
 * What must hold of single variables, or of two that are not empty. Everything a condition says is made of these:
 * the rules for empty values (model, section 2) are written out, so that what is left is two-valued logic.
 */
export type Literal =
  | { kind: 'empty' | 'filled'; name: string }
  | { kind: 'number'; left: string | number; operator: ComparisonOperator; right: string | number }
  | { kind: 'text'; name: string; language: Language; inside: boolean }
  | { kind: 'texts'; left: string; relation: TextRelation; right: string; holds: boolean }

export type TextRelation = '==' | '<' | '<=' | 'startsWith' | 'endsWith' | 'contains'

/** Negations are carried down to the literals. `known` is what has been worked out of it. */
export type Formula = { known?: Parts } & (
  { kind: 'literal'; literal: Literal } | { kind: 'and' | 'or'; parts: Formula[] }
)

export const always: Formula = { kind: 'and', parts: [] }
export const never: Formula = { kind: 'or', parts: [] }
const literal = (of: Literal): Formula => ({ kind: 'literal', literal: of })
export const all = (...parts: Formula[]): Formula => (parts.length === 1 ? parts[0]! : { kind: 'and', parts })
export const any = (...parts: Formula[]): Formula => (parts.length === 1 ? parts[0]! : { kind: 'or', parts })
export const empty = (name: string) => literal({ kind: 'empty', name })
export const filled = (name: string) => literal({ kind: 'filled', name })
/** That a text, which is not empty, belongs to a language. */
export const inside = (name: string, language: Language) =>
  literal({ kind: 'text', name, language, inside: true })

/**
 * The formula that says a condition holds, or with `holds` false that it does not; made once for each tree,
 * with its automata.
 */
export function formulaOf(condition: Condition, holds: boolean): Formula {
  const derived = derivedOf(condition)
  if (holds) return (derived.holds ??= written(condition, true))
  return (derived.fails ??= written(condition, false))
}

function written(condition: Condition, holds: boolean): Formula {
  switch (condition.kind) {
    case 'constant':
      return condition.value === holds ? always : never
    case 'not':
      return written(condition.of, !holds)
    case 'and':
    case 'or': {
      const parts = [written(condition.left, holds), written(condition.right, holds)]
      return (condition.kind === 'and') === holds ? all(...parts) : any(...parts)
    }
    case 'yes':
      return within(condition.name, exactly('true'), holds)
    case 'in': {
      const parts = condition.values.map((value) => comparison('==', condition.of, value, holds))
      return holds ? { kind: 'or', parts } : { kind: 'and', parts }
    }
    case 'compare':
      return comparison(condition.operator, condition.left, condition.right, holds)
    case 'glob':
      return condition.of.kind === 'literal'
        ? constant(condition, holds)
        : within(condition.of.name, glob(condition.pattern), holds)
    case 'method':
      return method(condition, holds)
  }
}

const constant = (condition: Condition, holds: boolean) =>
  evaluate(condition, {}) === holds ? always : never

/** An empty variable is in no language. */
function within(name: string, language: Language, holds: boolean): Formula {
  const inside = literal({ kind: 'text', name, language, inside: holds })
  return holds ? all(filled(name), inside) : any(empty(name), all(filled(name), inside))
}

function method(condition: Extract<Condition, { kind: 'method' }>, holds: boolean): Formula {
  const { of, argument, method: name } = condition
  if (of.kind === 'literal' && argument.kind === 'literal') return constant(condition, holds)
  if (argument.kind === 'literal') {
    const text = String(argument.value)
    return within(
      (of as { name: string }).name,
      name === 'startsWith' ? startsWith(text) : name === 'endsWith' ? endsWith(text) : contains(text),
      holds,
    )
  }
  if (of.kind === 'literal') {
    const text = String(of.value)
    return within(
      argument.name,
      name === 'startsWith' ? prefixOf(text) : name === 'endsWith' ? suffixOf(text) : partOf(text),
      holds,
    )
  }
  if (of.name === argument.name) return holds ? filled(of.name) : empty(of.name)
  return both(
    of.name,
    argument.name,
    { kind: 'texts', left: of.name, relation: name, right: argument.name, holds },
    holds,
  )
}

/** Something that holds of two filled variables; its opposite also where one is empty. */
function both(left: string, right: string, of: Literal, holds: boolean): Formula {
  const inside = all(filled(left), filled(right), literal(of))
  return holds ? inside : any(empty(left), empty(right), inside)
}

const opposite: Record<ComparisonOperator, ComparisonOperator> = {
  '==': '!=',
  '!=': '==',
  '<': '>=',
  '<=': '>',
  '>': '<=',
  '>=': '<',
}
const mirrored: Record<ComparisonOperator, ComparisonOperator> = {
  '==': '==',
  '!=': '!=',
  '<': '>',
  '<=': '>=',
  '>': '<',
  '>=': '<=',
}
const isOrdering = (operator: ComparisonOperator) => operator !== '==' && operator !== '!='

function comparison(operator: ComparisonOperator, left: Operand, right: Operand, holds: boolean): Formula {
  if (left.kind === 'literal' && right.kind === 'literal')
    return constant({ kind: 'compare', operator, left, right }, holds)
  if (left.kind === 'literal') return comparison(mirrored[operator], right, left, holds)
  if (right.kind === 'literal') return withConstant(operator, left, right, holds)
  return isOrdering(operator)
    ? ordering(operator, left, right, holds)
    : equality(left, right, (operator === '==') === holds)
}

type Identifier = Extract<Operand, { kind: 'identifier' }>

function withConstant(
  operator: ComparisonOperator,
  left: Identifier,
  right: Extract<Operand, { kind: 'literal' }>,
  holds: boolean,
): Formula {
  const { name } = left
  if (right.value === null) return (operator === '==') === holds ? empty(name) : filled(name)
  const meant = holds ? operator : opposite[operator]
  // An empty value is unequal to any constant, and neither before nor after it.
  const emptyToo = isOrdering(operator) ? !holds : meant === '!='
  const inside = all(filled(name), relationTo(left, meant, right.value))
  return emptyToo ? any(empty(name), inside) : inside
}

function relationTo({ name, type }: Identifier, operator: ComparisonOperator, value: Value): Formula {
  const { solved } = sorts[type]
  if (solved.as === 'number')
    return literal({ kind: 'number', left: name, operator, right: solved.toNumber(value) })
  const text = String(value)
  if (operator === '==' || operator === '!=')
    return literal({ kind: 'text', name, language: exactly(text), inside: operator === '==' })
  return literal({ kind: 'text', name, language: relatedTo(operator, text), inside: true })
}

function equality(left: Identifier, right: Identifier, equal: boolean): Formula {
  if (left.name === right.name) return equal ? always : never
  const emptiness = (one: boolean, two: boolean) =>
    all(one ? empty(left.name) : filled(left.name), two ? empty(right.name) : filled(right.name))
  const related = all(
    emptiness(false, false),
    isCounted(left.type)
      ? literal({ kind: 'number', left: left.name, operator: equal ? '==' : '!=', right: right.name })
      : literal({ kind: 'texts', left: left.name, relation: '==', right: right.name, holds: equal }),
  )
  return equal
    ? any(emptiness(true, true), related)
    : any(emptiness(true, false), emptiness(false, true), related)
}

function ordering(
  operator: ComparisonOperator,
  left: Identifier,
  right: Identifier,
  holds: boolean,
): Formula {
  const meant = holds ? operator : opposite[operator]
  if (left.name === right.name) {
    const reflexive = operator === '<=' || operator === '>='
    return reflexive === holds ? (holds ? filled(left.name) : always) : holds ? never : empty(left.name)
  }
  if (isCounted(left.type))
    return both(
      left.name,
      right.name,
      { kind: 'number', left: left.name, operator: meant, right: right.name },
      holds,
    )
  const forward = meant === '<' || meant === '<='
  return both(
    left.name,
    right.name,
    {
      kind: 'texts',
      left: forward ? left.name : right.name,
      relation: meant === '<' || meant === '>' ? '<' : '<=',
      right: forward ? right.name : left.name,
      holds: true,
    },
    holds,
  )
}

const isCounted = (type: ValueType) => sorts[type].solved.as === 'number'
