import type { ComparisonOperator, Condition, DocumentRecord, Operand, Value } from './types'
import { globPattern } from './glob'

/** Whether a condition holds for a record (attributes and facts together). What is missing from the record is empty. */
export function evaluate(condition: Condition, record: DocumentRecord): boolean {
  switch (condition.kind) {
    case 'constant': return condition.value
    case 'yes': return record[condition.name] === true
    case 'not': return !evaluate(condition.of, record)
    case 'and': return evaluate(condition.left, record) && evaluate(condition.right, record)
    case 'or': return evaluate(condition.left, record) || evaluate(condition.right, record)
    case 'compare': return compares(condition.operator, valueOf(condition.left, record), valueOf(condition.right, record))
    case 'in': {
      const value = valueOf(condition.of, record)
      return condition.values.some((other) => valueOf(other, record) === value)
    }
    case 'method': {
      const text = valueOf(condition.of, record)
      const argument = valueOf(condition.argument, record)
      if (typeof text !== 'string' || typeof argument !== 'string') return false
      if (condition.method === 'startsWith') return text.startsWith(argument)
      return condition.method === 'endsWith' ? text.endsWith(argument) : text.includes(argument)
    }
    case 'glob': {
      const text = valueOf(condition.of, record)
      return typeof text === 'string' && globPattern(condition.pattern).test(text)
    }
  }
}

function valueOf(operand: Operand, record: DocumentRecord): Value {
  return operand.kind === 'literal' ? operand.value : record[operand.name] ?? null
}

/** Two-valued: equal also where both are empty; nothing is before or after an empty value. ISO dates order as text. */
function compares(operator: ComparisonOperator, left: Value, right: Value): boolean {
  if (operator === '==') return left === right
  if (operator === '!=') return left !== right
  if (left === null || right === null) return false
  if (operator === '<') return left < right
  if (operator === '<=') return left <= right
  return operator === '>' ? left > right : left >= right
}
