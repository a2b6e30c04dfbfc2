import { Environment } from '@marcbachmann/cel-js'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { evaluate } from '../evaluate'
import { parseCondition } from '../parse'
import { writeCondition } from '../write'
import type { Condition } from '../types'
import type { DocumentRecord } from '../../attribute'
import { attributes, conditionText } from './conditions.fixture'

const read = (text: string) => parseCondition(text, attributes)
const samples = <T>(arbitrary: fc.Arbitrary<T>, count: number, seed: number): T[] =>
  fc.sample(arbitrary, { numRuns: count, seed })

describe('the evaluator', () => {
  const filled: Record<string, DocumentRecord[string][]> = {
    mass: [0, 1, 1.5, 2, 5],
    limit: [0, 1, 2.5],
    price: [0, 50, 100],
    count: [0, 1, 2, 3],
    most: [1, 2],
    title: ['', 'a', 'b', 'ab', 'aab'],
    note: ['', 'a', 'ba'],
    code: ['x'],
    finish: ['zinc', 'paint', 'raw'],
    coat: ['zinc', 'paint'],
    urgent: [true, false],
    checked: [true, false],
    due: ['2026-01-01', '2026-01-02'],
    done: ['2025-12-31', '2026-01-02'],
  }
  const record = fc.record(
    Object.fromEntries(Object.entries(filled).map(([name, list]) => [name, fc.constantFrom(...list)])),
  )

  it('agrees with another implementation of CEL wherever no value is empty', () => {
    const cel = new Environment({ unlistedVariablesAreDyn: true })
    cel.registerFunction('date(string): string', (text: string) => text)
    cel.registerFunction('glob(string, string): bool', (text: string, pattern: string) =>
      new RegExp(`^${pattern.replaceAll('*', '.*').replaceAll('?', '.')}$`, 's').test(text),
    )
    const pairs = samples(
      fc.tuple(
        conditionText.filter((text) => !/null|isOneOf|note\]/.test(text)),
        record,
      ),
      2000,
      7,
    )
    for (const [text, values] of pairs) {
      const ours = evaluate(read(text), values)
      // Their numbers are whole unless written with a point; ours are all of one kind.
      const theirs = cel.evaluate(
        text.replace(/(?<![\w."-])(\d+)(?![\w.-])/g, '$1.0'),
        values as Record<string, unknown>,
      )
      expect(theirs, `${text} ${JSON.stringify(values)}`).toBe(ours)
    }
  })
})

describe('writing a condition', () => {
  /** Positions say where something stood in its text; they are no part of what it means. */
  const shape = (condition: Condition) =>
    JSON.parse(JSON.stringify(condition, (key, value) => (key === 'at' ? undefined : value)))
  it('gives a text from which the same tree is read', () => {
    for (const text of samples(conditionText, 2000, 11)) {
      const tree = read(text)
      expect(shape(read(writeCondition(tree)))).toEqual(shape(tree))
    }
  })
  it.each([
    'mass > -1.5 && (title == "a\\"b\\\\\\n" || !urgent)',
    'urgent || checked && mass > 1',
    '!(mass > 1)',
    'title in ["a", null]',
    '"abc".contains(title)',
    'due >= date("2026-03-01")',
  ])('keeps %s as it is', (text) => expect(writeCondition(read(text))).toBe(text))
})
