import type { Condition, Operand, TextMethod } from './types'

/** What facts are called where a condition is read out. */
const factNames: Record<string, string> = {
  file_name: 'the file’s name',
  file_extension: 'the file’s ending',
  folder_path: 'the folder',
  class_id: 'the class',
  state_id: 'the state',
  revision_label: 'the label',
  revision_series: 'the label’s series',
  revision_major: 'the label’s major',
  revision_minor: 'the label’s minor',
}

const comparators: Record<string, string> = {
  '==': 'is',
  '!=': 'is not',
  '<': 'is less than',
  '<=': 'is at most',
  '>': 'is more than',
  '>=': 'is at least',
}
const methods: Record<TextMethod, [string, string]> = {
  startsWith: ['begins with', 'does not begin with'],
  endsWith: ['ends with', 'does not end with'],
  contains: ['contains', 'does not contain'],
}

/**
 * A condition as a person reads it: “Legacy revision is filled in and Mass is less than 60”. `nameOf` names
 * attributes.
 */
export function conditionInWords(condition: Condition, nameOf: (attribute: string) => string): string {
  const say = (of: Operand): string => {
    if (of.kind === 'identifier') return factNames[of.name] ?? nameOf(of.name)
    if (typeof of.value === 'boolean') return of.value ? 'yes' : 'no'
    return of.value === '' ? '“”' : String(of.value)
  }
  const part = (of: Condition): string => (of.kind === 'or' || of.kind === 'and' ? `(${read(of)})` : read(of))
  const side = (of: Condition, join: 'and' | 'or') => (of.kind === join ? read(of) : part(of))
  const read = (of: Condition): string => {
    switch (of.kind) {
      case 'constant':
        return of.value ? 'always' : 'never'
      case 'yes':
        return `${nameOf(of.name)} is yes`
      case 'not':
        return negated(of.of)
      case 'and':
      case 'or':
        return `${side(of.left, of.kind)} ${of.kind} ${side(of.right, of.kind)}`
      case 'compare':
        return compared(of)
      case 'in':
        return `${say(of.of)} is one of ${of.values.map(say).join(', ')}`
      case 'method':
        return `${say(of.of)} ${methods[of.method][0]} ${say(of.argument)}`
      case 'glob':
        return `${say(of.of)} fits ${of.pattern}`
    }
  }
  const compared = ({ operator, left, right }: Extract<Condition, { kind: 'compare' }>): string => {
    if (right.kind === 'literal' && right.value === null)
      return `${say(left)} is ${operator === '==' ? 'empty' : 'filled in'}`
    return `${say(left)} ${comparators[operator]} ${say(right)}`
  }
  const negated = (of: Condition): string => {
    if (of.kind === 'yes') return `${nameOf(of.name)} is not yes`
    if (of.kind === 'method') return `${say(of.of)} ${methods[of.method][1]} ${say(of.argument)}`
    if (of.kind === 'in') return `${say(of.of)} is none of ${of.values.map(say).join(', ')}`
    if (of.kind === 'glob') return `${say(of.of)} does not fit ${of.pattern}`
    return `not ${of.kind === 'compare' ? `(${read(of)})` : part(of)}`
  }
  return read(condition)
}
