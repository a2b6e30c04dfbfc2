import type { ComparisonOperator, Condition, Operand } from './types'
import type { DocumentRecord, Value } from '../attribute'
import { compareText } from '../support'
import { derivedOf } from './derived'
import { globTakes } from './glob'

type Test = (record: DocumentRecord) => boolean

/** Whether a condition holds for a record (attributes and facts together). What is missing from the record is empty. */
export const evaluate = (condition: Condition, record: DocumentRecord): boolean =>
  predicate(condition)(record)

/** A condition as a function of records, for whoever asks it of thousands. */
export function predicate(condition: Condition): Test {
  const derived = derivedOf(condition)
  return (derived.test ??= testOf(condition))
}

/** Made once for each tree. */
function testOf(condition: Condition): Test {
  switch (condition.kind) {
    case 'constant':
      return () => condition.value
    case 'yes':
      return (record) => record[condition.name] === true
    case 'not': {
      const inner = testOf(condition.of)
      return (record) => !inner(record)
    }
    case 'and': {
      const [left, right] = [testOf(condition.left), testOf(condition.right)]
      return (record) => left(record) && right(record)
    }
    case 'or': {
      const [left, right] = [testOf(condition.left), testOf(condition.right)]
      return (record) => left(record) || right(record)
    }
    case 'compare':
      return condition.right.kind === 'literal' && condition.left.kind === 'identifier'
        ? withConstant(condition.operator, condition.left.name, condition.right.value)
        : comparison(condition.operator, valueOf(condition.left), valueOf(condition.right))
    case 'in':
      return membership(valueOf(condition.of), condition.values)
    case 'method':
      return method(condition)
    case 'glob': {
      const of = valueOf(condition.of)
      const { pattern } = condition
      return (record) => {
        const text = of(record)
        return typeof text === 'string' && globTakes(pattern, text)
      }
    }
  }
}

function valueOf(operand: Operand): (record: DocumentRecord) => Value {
  if (operand.kind === 'literal') return () => operand.value
  const { name } = operand
  return (record) => record[name] ?? null
}

function membership(of: (record: DocumentRecord) => Value, values: Operand[]): Test {
  if (values.every((value) => value.kind === 'literal')) {
    const known = new Set(values.map((value) => value.value))
    return (record) => known.has(of(record))
  }
  const others = values.map(valueOf)
  return (record) => {
    const value = of(record)
    return others.some((other) => other(record) === value)
  }
}

function method({ method: name, of, argument }: Extract<Condition, { kind: 'method' }>): Test {
  const [text, part] = [valueOf(of), valueOf(argument)]
  return (record) => {
    const whole = text(record)
    const wanted = part(record)
    if (typeof whole !== 'string' || typeof wanted !== 'string') return false
    return name === 'startsWith'
      ? whole.startsWith(wanted)
      : name === 'endsWith'
        ? whole.endsWith(wanted)
        : whole.includes(wanted)
  }
}

/**
 * Two-valued: equal also where both are empty; nothing is before or after an empty value. Texts, and dates in ISO 8601,
 * order by code points.
 */
function comparison(
  operator: ComparisonOperator,
  left: (record: DocumentRecord) => Value,
  right: (record: DocumentRecord) => Value,
): Test {
  if (operator === '==') return (record) => left(record) === right(record)
  if (operator === '!=') return (record) => left(record) !== right(record)
  const holds = orderings[operator]
  return (record) => {
    const one = left(record)
    const other = right(record)
    return one !== null && other !== null && holds(one, other)
  }
}

/** What most comparisons are: an attribute and a constant. An empty attribute is a missing one, too. */
function withConstant(operator: ComparisonOperator, name: string, constant: Value): Test {
  if (constant === null || (operator !== '==' && operator !== '!='))
    return comparison(
      operator,
      (record) => record[name] ?? null,
      () => constant,
    )
  return operator === '==' ? (record) => record[name] === constant : (record) => record[name] !== constant
}

type Filled = Exclude<Value, null>
const before = (one: Filled, other: Filled): boolean =>
  typeof one === 'string' && typeof other === 'string' ? compareText(one, other) < 0 : one < other
const orderings: Record<'<' | '<=' | '>' | '>=', (one: Filled, other: Filled) => boolean> = {
  '<': before,
  '<=': (one, other) => !before(other, one),
  '>': (one, other) => before(other, one),
  '>=': (one, other) => !before(one, other),
}
