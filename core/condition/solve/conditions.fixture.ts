import fc from 'fast-check'
import type { Attribute } from '../../attribute'

/** Attributes of every kind, two of each, so that they can be compared with one another. */
export const attributes: Attribute[] = [
  { id: 'mass', name: 'Mass', type: 'number' },
  { id: 'limit', name: 'Limit', type: 'number' },
  { id: 'price', name: 'Price', type: 'number', min: 0, max: 100 },
  { id: 'count', name: 'Count', type: 'number', whole: true },
  { id: 'most', name: 'Most', type: 'number', whole: true },
  { id: 'due', name: 'Due', type: 'date' },
  { id: 'done', name: 'Done', type: 'date' },
  { id: 'finish', name: 'Finish', type: 'choice', choices: ['zinc', 'paint', 'raw'] },
  { id: 'coat', name: 'Coat', type: 'choice', choices: ['zinc', 'paint'] },
  { id: 'urgent', name: 'Urgent', type: 'yesno' },
  { id: 'checked', name: 'Checked', type: 'yesno' },
  { id: 'title', name: 'Title', type: 'text' },
  { id: 'note', name: 'Note', type: 'text' },
  { id: 'code', name: 'Code', type: 'text' },
]

const joined = (...parts: fc.Arbitrary<string>[]) => fc.tuple(...parts).map((texts) => texts.join(' '))

const number = fc.constantFrom('0', '1', '1.5', '2', '3')
const text = fc.constantFrom('""', '"a"', '"b"', '"ab"', '"aa"')
const numbers = fc.constantFrom('mass', 'limit', 'count', 'most')
const counted = [
  joined(numbers, fc.constantFrom('<', '<=', '>', '>=', '==', '!='), fc.oneof(number, numbers)),
  joined(fc.constantFrom('price'), fc.constantFrom('<', '>='), fc.constantFrom('0', '100', '50')),
  joined(
    fc.constantFrom('due', 'done'),
    fc.constantFrom('<', '<=', '==', '!='),
    fc.constantFrom('date("2026-01-01")', 'date("2026-01-02")', 'due', 'done'),
  ),
  joined(
    fc.constantFrom('finish', 'coat'),
    fc.constantFrom('==', '!='),
    fc.constantFrom('"zinc"', '"paint"', 'finish', 'coat'),
  ),
  fc.constantFrom(
    'urgent',
    'checked',
    '!urgent',
    'urgent == checked',
    'mass == null',
    'finish in ["zinc", null]',
  ),
]
const aboutTexts = [
  joined(fc.constantFrom('title', 'note'), fc.constantFrom('<', '<=', '==', '!='), text),
  joined(
    fc.constantFrom('title', 'note'),
    fc.constantFrom('==', '!='),
    fc.constantFrom('title', 'note', 'finish'),
  ),
  fc
    .tuple(
      fc.constantFrom('title', 'note', 'finish'),
      fc.constantFrom('startsWith', 'endsWith', 'contains'),
      text,
    )
    .map(([name, method, value]) => `${name}.${method}(${value})`),
  fc
    .tuple(fc.constantFrom('title', 'note'), fc.constantFrom('"a*"', '"?"', '"?b"', '"*a*"'))
    .map(([name, glob]) => `glob(${name}, ${glob})`),
  fc.constantFrom('title == null', 'title in ["a", note]', 'isOneOf(title, "a", "ab")'),
]
/** Costly to decide for others, and rare in real conditions. */
const ordersOfTexts = joined(
  fc.constantFrom('title', 'note'),
  fc.constantFrom('<', '<='),
  fc.constantFrom('title', 'note', 'finish'),
)

const composed = (atom: fc.Arbitrary<string>): fc.Arbitrary<string> =>
  fc.letrec<{ condition: string }>((tie) => ({
    condition: fc.oneof(
      { maxDepth: 3, depthIdentifier: 'condition' },
      atom,
      fc
        .tuple(tie('condition'), fc.constantFrom('&&', '||'), tie('condition'))
        .map(([left, sign, right]) => `(${left} ${sign} ${right})`),
      tie('condition').map((inner) => `!(${inner})`),
    ),
  })).condition

/**
 * Conditions of every kind, over few values, so that they meet often; and those that say nothing of texts but
 * choices.
 */
export const conditionText = composed(
  fc.oneof(
    { arbitrary: fc.oneof(...counted, ...aboutTexts), weight: 40 },
    { arbitrary: ordersOfTexts, weight: 1 },
  ),
)
export const plainConditionText = composed(fc.oneof(...counted))
