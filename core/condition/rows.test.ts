import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { comparatorsFor, conditionOf, type Group, groupOf, type Row, RowError, writeRows } from './rows'
import { implies } from './solve/solve'
import { parseCondition, typesOf } from './parse'
import { attributes, conditionText } from './solve/conditions.fixture'

const types = typesOf(attributes)
const read = (text: string) => parseCondition(text, attributes)
const rows = (text: string) => groupOf(read(text))
const row = (name: string, comparator: Row['comparator'], ...values: string[]): Row => ({
  kind: 'row',
  name,
  comparator,
  values,
})

describe('a condition as rows', () => {
  it.each<[string, Group]>([
    [
      'mass > 5 && finish == "zinc"',
      { kind: 'group', join: 'all', parts: [row('mass', '>', '5'), row('finish', '==', 'zinc')] },
    ],
    [
      'urgent || !checked',
      { kind: 'group', join: 'any', parts: [row('urgent', 'yes'), row('checked', 'no')] },
    ],
    ['title != null', { kind: 'group', join: 'all', parts: [row('title', 'filled')] }],
    ['!title.contains("left")', { kind: 'group', join: 'all', parts: [row('title', '!contains', 'left')] }],
    [
      'finish in ["zinc", "raw"]',
      { kind: 'group', join: 'all', parts: [row('finish', 'oneOf', 'zinc', 'raw')] },
    ],
    ['due < done', { kind: 'group', join: 'all', parts: [{ ...row('due', '<'), other: 'done' }] }],
    [
      'mass > 5 && (urgent || checked)',
      {
        kind: 'group',
        join: 'all',
        parts: [
          row('mass', '>', '5'),
          { kind: 'group', join: 'any', parts: [row('urgent', 'yes'), row('checked', 'yes')] },
        ],
      },
    ],
    [
      '!(mass > 5 || mass < 1)',
      { kind: 'group', join: 'none', parts: [row('mass', '>', '5'), row('mass', '<', '1')] },
    ],
    ['!(mass > 5)', { kind: 'group', join: 'none', parts: [row('mass', '>', '5')] }],
  ])('%s', (text, group) => expect(rows(text)).toEqual(group))

  it('means the same when it is read back', () => {
    fc.assert(
      fc.property(conditionText, (text) => {
        const back = conditionOf(rows(text), types)
        expect(implies(read(text), back, attributes).answer).toBe('yes')
        expect(implies(back, read(text), attributes).answer).toBe('yes')
      }),
      { numRuns: 60, seed: 3 },
    )
  })
  it.each(['5 < mass', 'title in ["a", note]', '"ab".startsWith(title)', 'title in ["a", null]'])(
    'keeps %s as it is, which no row can say',
    (text) => expect(writeRows(rows(text), types)).toBe(text),
  )
  it('asks nothing where there is no row', () =>
    expect(writeRows({ kind: 'group', join: 'all', parts: [] }, types)).toBe(''))
  it('is written with a day and a glob', () =>
    expect(
      writeRows(
        {
          kind: 'group',
          join: 'any',
          parts: [row('due', '>=', '2026-03-01'), row('title', '!fits', 'BR-*')],
        },
        types,
      ),
    ).toBe('due >= date("2026-03-01") || !glob(title, "BR-*")'))
})

describe('a row that does not say enough', () => {
  it.each<[Row, RegExp]>([
    [row('mass', '>'), /mass is compared with nothing yet/],
    [row('mass', '>', ''), /mass is compared with nothing yet/],
    [row('mass', '>', 'heavy'), /“heavy”, which is no number/],
    [row('due', '<', 'tomorrow'), /no day such as/],
    [row('', '=='), /does not say yet what it asks/],
  ])('%o is refused', (part, message) => {
    expect(() => conditionOf(part, types)).toThrow(RowError)
    expect(() => conditionOf(part, types)).toThrow(message)
  })
  it.each(['text', 'number', 'date', 'yesno'] as const)('offers each comparator of a %s once', (type) =>
    expect(new Set(comparatorsFor(type)).size).toBe(comparatorsFor(type).length),
  )
})
