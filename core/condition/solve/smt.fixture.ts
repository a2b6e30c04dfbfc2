import type { Attribute } from '../../attribute'
import type { Condition, Operand } from '../types'
import { dayNumber } from '../sorts/date'

/**
 * A question as the declarations and assertions of SMT-LIB 2.6: each attribute is a value and a flag that
 * says it is empty.
 */
export function smtLib(conditions: [Condition, boolean][], attributes: Attribute[]): string {
  const sort = ({ type, whole }: Attribute) =>
    type === 'date' || whole ? 'Int' : type === 'number' ? 'Real' : type === 'yesno' ? 'Bool' : 'String'
  return [
    ...attributes.flatMap((attribute) => [
      `(declare-const ${attribute.id} ${sort(attribute)})`,
      `(declare-const ${attribute.id}.empty Bool)`,
      ...bounds(attribute),
    ]),
    ...conditions.map(
      ([condition, holds]) =>
        `(assert ${holds ? term(condition, attributes) : `(not ${term(condition, attributes)})`})`,
    ),
  ].join('\n')
}

function bounds({ id, type, min, max, choices }: Attribute): string[] {
  const demand = (what: string) => [`(assert (or ${id}.empty ${what}))`]
  return [
    ...(choices ? demand(`(or ${choices.map((choice) => `(= ${id} ${quoted(choice)})`).join(' ')})`) : []),
    ...(min === undefined ? [] : demand(`(>= ${id} ${numeral(min)})`)),
    ...(max === undefined ? [] : demand(`(<= ${id} ${numeral(max)})`)),
    ...(type === 'date'
      ? demand(
          `(and (>= ${id} ${numeral(dayNumber('0000-01-01'))}) (<= ${id} ${numeral(dayNumber('9999-12-31'))}))`,
        )
      : []),
  ]
}

const quoted = (text: string) => `"${text.replaceAll('"', '""')}"`
const numeral = (value: number) => (value < 0 ? `(- ${-value})` : String(value))

function term(condition: Condition, attributes: Attribute[]): string {
  const inner = (of: Condition) => term(of, attributes)
  switch (condition.kind) {
    case 'constant':
      return String(condition.value)
    case 'yes':
      return `(and (not ${condition.name}.empty) ${condition.name})`
    case 'not':
      return `(not ${inner(condition.of)})`
    case 'and':
    case 'or':
      return `(${condition.kind} ${inner(condition.left)} ${inner(condition.right)})`
    case 'in':
      return `(or false ${condition.values.map((value) => equal(condition.of, value, attributes)).join(' ')})`
    case 'compare':
      return compared(condition, attributes)
    case 'method': {
      const [text, argument] = [value(condition.of, attributes), value(condition.argument, attributes)]
      const holds =
        condition.method === 'startsWith'
          ? `(str.prefixof ${argument} ${text})`
          : condition.method === 'endsWith'
            ? `(str.suffixof ${argument} ${text})`
            : `(str.contains ${text} ${argument})`
      return filled([condition.of, condition.argument], holds)
    }
    case 'glob':
      return filled(
        [condition.of],
        `(str.in_re ${value(condition.of, attributes)} ${expression(condition.pattern)})`,
      )
  }
}

function compared(
  { operator, left, right }: Extract<Condition, { kind: 'compare' }>,
  attributes: Attribute[],
): string {
  if (operator === '==') return equal(left, right, attributes)
  if (operator === '!=') return `(not ${equal(left, right, attributes)})`
  const [a, b] = [value(left, attributes), value(right, attributes)]
  if (left.type !== 'text') return filled([left, right], `(${operator} ${a} ${b})`)
  const [low, high] = operator === '<' || operator === '<=' ? [a, b] : [b, a]
  return filled(
    [left, right],
    `(${operator === '<' || operator === '>' ? 'str.<' : 'str.<='} ${low} ${high})`,
  )
}

function equal(left: Operand, right: Operand, attributes: Attribute[]): string {
  if (left.type === 'null' || right.type === 'null') return `(and ${empty(left)} ${empty(right)})`
  const same = filled([left, right], `(= ${value(left, attributes)} ${value(right, attributes)})`)
  return `(or (and ${empty(left)} ${empty(right)}) ${same})`
}

const empty = (operand: Operand) =>
  operand.kind === 'identifier' ? `${operand.name}.empty` : String(operand.value === null)
const filled = (operands: Operand[], holds: string) =>
  `(and ${operands.map((operand) => `(not ${empty(operand)})`).join(' ')} ${holds})`

function value(operand: Operand, attributes: Attribute[]): string {
  if (operand.kind === 'literal')
    return operand.type === 'text'
      ? quoted(String(operand.value))
      : operand.type === 'date'
        ? numeral(dayNumber(String(operand.value)))
        : operand.type === 'number'
          ? numeral(Number(operand.value))
          : String(operand.value)
  return operand.type === 'number' && attributes.find(({ id }) => id === operand.name)?.whole
    ? `(to_real ${operand.name})`
    : operand.name
}

function expression(glob: string): string {
  const parts = [...glob].map((char) =>
    char === '*' ? 're.all' : char === '?' ? 're.allchar' : `(str.to_re ${quoted(char)})`,
  )
  return parts.length === 0 ? '(str.to_re "")' : parts.length === 1 ? parts[0]! : `(re.++ ${parts.join(' ')})`
}
