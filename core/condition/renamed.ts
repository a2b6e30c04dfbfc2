import type { Condition, Operand } from './types'

/** The same condition about variables of other names. */
export function renamed(condition: Condition, to: (name: string) => string): Condition {
  const operand = (of: Operand): Operand => (of.kind === 'identifier' ? { ...of, name: to(of.name) } : of)
  switch (condition.kind) {
    case 'constant':
      return condition
    case 'yes':
      return { ...condition, name: to(condition.name) }
    case 'not':
      return { ...condition, of: renamed(condition.of, to) }
    case 'and':
    case 'or':
      return { ...condition, left: renamed(condition.left, to), right: renamed(condition.right, to) }
    case 'compare':
      return { ...condition, left: operand(condition.left), right: operand(condition.right) }
    case 'in':
      return { ...condition, of: operand(condition.of), values: condition.values.map(operand) }
    case 'method':
      return { ...condition, of: operand(condition.of), argument: operand(condition.argument) }
    case 'glob':
      return { ...condition, of: operand(condition.of) }
  }
}
