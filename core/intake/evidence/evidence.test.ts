import { describe, expect, it } from 'vitest'
import { evidenceSources, gather, ranked, readerVersion, sourceInWords, sourceKinds } from '.'
import type { Subject } from './evidence'

const file: Subject = {
  path: 'Grip/BR-1042_C.dxf',
  name: { number: 'BR-1042', revision: 'C', extension: 'dxf' },
  lines: [
    { line: 2, number: 'BR-1042', revision: 'B', title: 'Grip plate', date: null },
    { line: 3, number: 'BR-1042', revision: 'C', title: 'Grip plate, left', date: '2014-05-06' },
  ],
  set: {},
}
const byHand = { revision: 'D' }
const told = (subject: Subject) =>
  gather(subject).map(({ field, value, source }) => `${sourceInWords(source)}: ${field} ${value}`)

describe('evidence', () => {
  it('is everything that each source says, with where it says so', () =>
    expect(told(file)).toEqual([
      'name: number BR-1042',
      'name: revision C',
      'register, line 2: number BR-1042',
      'register, line 2: revision B',
      'register, line 2: title Grip plate',
      'register, line 3: number BR-1042',
      'register, line 3: revision C',
      'register, line 3: title Grip plate, left',
      'register, line 3: date 2014-05-06',
    ]))
  it('is nothing where no pattern fits, no line is there and nothing is set', () =>
    expect(told({ ...file, name: undefined, lines: [] })).toEqual([]))
  it('leaves out what is blank', () =>
    expect(told({ ...file, name: { number: 'BR-1', revision: '' }, lines: [] })).toEqual([
      'name: number BR-1',
    ]))
  it('holds what was set by hand', () =>
    expect(told({ ...file, name: undefined, lines: [], set: byHand })).toEqual(['set by hand: revision D']))
})

describe('ranking', () => {
  const all = gather({ ...file, set: byHand })
  const values = (ranking: readonly string[]) => ranked(all, 'revision', ranking).map(({ value }) => value)

  it('puts what is believed first first, and keeps the order within a source', () => {
    expect(values(['register', 'name', 'hand'])).toEqual(['B', 'C', 'C', 'D'])
    expect(values(sourceKinds)).toEqual(['D', 'C', 'B', 'C'])
  })
  it('puts sources last that are not ranked', () => expect(values(['name'])).toEqual(['C', 'D', 'B', 'C']))
  it('is of one field alone', () => expect(ranked(all, 'status', sourceKinds)).toEqual([]))
})

it('a source that this version does not know is named as it is', () =>
  expect(sourceInWords({ kind: 'title-block', at: 'A3' })).toBe('title-block'))

it('the version of the readers grows with that of each', () =>
  expect(readerVersion).toBe(Object.values(evidenceSources).reduce((sum, { version }) => sum + version, 0)))
