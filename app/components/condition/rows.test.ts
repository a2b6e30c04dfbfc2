import { describe, expect, it } from 'vitest'
import type { Row } from '~~/core/condition'
import { configuration } from '~~/demo/configuration'
import { blankRow, comparable, withComparator, withName, withValues } from './rows'

const { attributes } = configuration
const row = (name: string, comparator: Row['comparator'], ...values: string[]): Row => ({
  kind: 'row',
  ...{ name, comparator, values },
})

describe('a row of a guard', () => {
  it('begins with the first comparison of its type, and the first of its choices', () => {
    expect(blankRow('material', attributes)).toMatchObject({ name: 'material', values: ['S355'] })
    expect(blankRow('title', attributes).values).toEqual([])
  })
  it('keeps what it compares with where another name is of the same type', () => {
    expect(withName(row('title', '==', 'Jaw'), 'legacy_author', attributes)).toMatchObject({
      name: 'legacy_author',
      values: ['Jaw'],
    })
    expect(withName(row('title', '==', 'Jaw'), 'material', attributes).values).toEqual(['S355'])
    expect(withName(row('title', '==', 'Jaw'), 'mass', attributes).values).not.toContain('Jaw')
  })
  it('takes as many values as its comparison does', () => {
    const many = row('material', 'oneOf', 'S355', 'S690')
    expect(withComparator(many, '==').values).toEqual(['S355'])
    expect(withComparator(row('material', '==', 'S355'), 'oneOf').values).toEqual(['S355'])
    expect(withValues(many, 'S355, Bronze,')).toMatchObject({ values: ['S355', 'Bronze'] })
    expect(withValues(row('title', '==', ''), 'a, b')).toMatchObject({ values: ['a, b'] })
  })
  it('that compares with many compares with no other attribute', () => {
    expect(comparable(row('material', 'oneOf'), attributes)).toEqual([])
  })
})
