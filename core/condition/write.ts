import { quoted } from './sorts/quoted'
import { sorts } from './sorts'
import type { Condition, Operand } from './types'

/** How strongly each kind binds: a part that binds more weakly than its place needs parentheses. */
const strength = { or: 1, and: 2, other: 3 }

/** Whether a condition needs no brackets behind a “!”. */
const standsAlone = ({ kind }: Condition) => kind === 'constant' || kind === 'yes' || kind === 'glob'

/**
 * A condition as text, from which `parseCondition` reads the same tree again. Texts stand in double quotes,
 * and only the
 * parentheses that are needed are written.
 */
export function writeCondition(condition: Condition): string {
  switch (condition.kind) {
    case 'constant':
      return String(condition.value)
    case 'yes':
      return condition.name
    case 'not':
      return `!${standsAlone(condition.of) ? writeCondition(condition.of) : `(${writeCondition(condition.of)})`}`
    case 'and':
      return `${at(condition.left, strength.and)} && ${at(condition.right, strength.and + 1)}`
    case 'or':
      return `${at(condition.left, strength.or)} || ${at(condition.right, strength.or + 1)}`
    case 'compare':
      return `${writeOperand(condition.left)} ${condition.operator} ${writeOperand(condition.right)}`
    case 'in':
      return `${writeOperand(condition.of)} in [${condition.values.map(writeOperand).join(', ')}]`
    case 'method':
      return `${writeOperand(condition.of)}.${condition.method}(${writeOperand(condition.argument)})`
    case 'glob':
      return `glob(${writeOperand(condition.of)}, ${quoted(condition.pattern)})`
  }
}

function at(condition: Condition, place: number): string {
  const own = condition.kind === 'or' || condition.kind === 'and' ? strength[condition.kind] : strength.other
  return own < place ? `(${writeCondition(condition)})` : writeCondition(condition)
}

function writeOperand(operand: Operand): string {
  if (operand.kind === 'identifier') return operand.name
  return operand.type === 'null' ? 'null' : sorts[operand.type].written(operand.value)
}
