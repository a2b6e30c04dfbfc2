import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { checkConversion, convertHistories, proposeConversion } from './convert'
import { sortLabels } from './sort'
import { spoiledBy } from './keeps'
import { stretch } from './ruler'
import type { RevisionScheme } from './types'
import { compare } from './compare'
import { dotted, station, tarn, words, workshop } from './schemes.fixture'

const table = (source: RevisionScheme, target: RevisionScheme, labels: string) =>
  proposeConversion(source, target, labels.split(' '))
    .map(({ from, to }) => `${from}=${to ?? '?'}`)
    .join(' ')

describe('converting between schemes', () => {
  it.each<[string, RevisionScheme, RevisionScheme, string, string]>([
    ['what means the same stays', tarn, workshop, 'C A B01', 'A=A B01=B-01 C=C'],
    ['what has no room before it is left to the hand', tarn, workshop, '01 02 A B', '01=? 02=? A=A B=B'],
    [
      'letters become settled numbers, working minors lead up to the next',
      workshop,
      station,
      'A B C-01 C D',
      'A=P01 B=P02 C=P03 C-01=P04.01 D=P04',
    ],
    [
      'working and shared become letters in their order',
      station,
      workshop,
      'C01 P02 P01.01 P01',
      'P01.01=A P01=B P02=C C01=D',
    ],
    ['words are counted on', words, tarn, 'Draft Sketch Final A', 'Sketch=01 Draft=02 Final=03 A=A'],
    [
      'a counter at its end leaves the rest to the hand',
      workshop,
      dotted,
      'A B C D',
      'A=A.1 B=B.1 C=C.1 D=C.2',
    ],
    ['what the old scheme does not read comes last and empty', workshop, tarn, '? A', 'A=A ?=?'],
  ])('%s', (_, source, target, labels, expected) => expect(table(source, target, labels)).toBe(expected))

  it('never proposes two labels that change places or fall together', () =>
    fc.assert(
      fc.property(
        fc.constantFrom(workshop, tarn, station),
        fc.constantFrom(workshop, tarn, station, dotted),
        fc.array(
          fc.tuple(fc.nat({ max: 1 }), fc.nat({ max: 30 }), fc.option(fc.nat({ max: 4 }), { nil: null })),
          { maxLength: 25 },
        ),
        (source, target, picks) => {
          const labels = picks.flatMap(([series, major, minor]) =>
            stretch(source, series, major, major, () => (minor ?? -1) + 1)
              .slice(-1)
              .map((mark) => mark.label),
          )
          const faults = checkConversion(source, target, proposeConversion(source, target, labels))
          expect(faults.filter(({ kind }) => kind !== 'missing')).toEqual([])
        },
      ),
    ))
  it('names what a table completed by hand would spoil', () => {
    const rows = [
      { from: 'A', to: 'B' },
      { from: 'B', to: 'A' },
      { from: 'C', to: 'A' },
      { from: 'D', to: 'i' },
      { from: 'E', to: null },
    ]
    expect(checkConversion(workshop, tarn, rows).map(({ kind, message }) => [kind, message])).toEqual([
      ['order', 'B comes after A, but A comes before B'],
      ['merged', 'B and C both become A'],
      ['refused', 'i is no label of “Tarn numerals then letters”'],
      ['missing', 'E has no equivalent yet'],
    ])
  })
  it('says for which documents the order of the history would not survive', () => {
    const rows = [
      { from: 'A', to: '01' },
      { from: 'B', to: '03' },
      { from: 'C', to: '02' },
    ]
    const histories = [
      { document: 'BR-1', labels: ['A', 'B'] },
      { document: 'BR-2', labels: ['B', 'C'] },
    ]
    expect(convertHistories(workshop, tarn, rows, histories)).toEqual([
      expect.objectContaining({ document: 'BR-2', kind: 'order', from: 'C' }),
    ])
  })
})

describe('changing a scheme that is in use', () => {
  const withSkip = (skip: string): RevisionScheme => ({
    ...workshop,
    series: [{ ...workshop.series[0]!, major: { kind: 'letters', skip } }],
  })
  it('spoils the labels it would no longer have, and only those', () =>
    expect(spoiledBy(workshop, withSkip('IOQSXZC'), ['A', 'C', 'C-01', 'D'])).toEqual([
      { label: 'C', message: 'C would be no label of “Workshop letters” any more' },
      { label: 'C-01', message: 'C-01 would be no label of “Workshop letters” any more' },
    ]))
  it('spoils those that it would write differently', () => {
    const wider: RevisionScheme = {
      ...tarn,
      series: [{ id: 'trial', major: { kind: 'digits', width: 3 } }, tarn.series[1]!],
    }
    expect(spoiledBy(tarn, wider, ['01', 'A'])).toEqual([{ label: '01', message: '01 would be read as 001' }])
  })
  it('spoils an order that it would turn round', () =>
    expect(spoiledBy(tarn, { ...tarn, series: [...tarn.series].reverse() }, ['02', 'A'])).toEqual([
      { label: 'A', message: 'A would no longer come after 02' },
    ]))
  it('spoils nothing by adding', () =>
    expect(spoiledBy(workshop, withSkip('IO'), ['A', 'R', 'AB-12'])).toEqual([]))
  it('leaves out of account what was no label before', () =>
    expect(spoiledBy(workshop, withSkip(''), ['O', 'rev c'])).toEqual([]))
})

describe('a stretch of the ruler', () => {
  it.each<[string, RevisionScheme, number, number, number, string]>([
    ['majors alone', workshop, 0, 2, 0, 'A B C'],
    ['minors after their major', workshop, 0, 1, 2, 'A A-01 A-02 B B-01 B-02'],
    ['minors before their major', station, 0, 1, 2, 'P01.01 P01.02 P01 P02.01 P02.02 P02'],
    ['a first minor that stands for the major', dotted, 0, 2, 1, 'A.1 A.2 B.1 B.2 C.1 C.2'],
    ['no further than the counter goes', dotted, 1, 9, 9, 'B.1 B.2 B.3 C.1 C.2 C.3'],
  ])('has %s', (_, scheme, from, to, minors, labels) =>
    expect(
      stretch(scheme, 0, from, to, () => minors)
        .map((mark) => mark.label)
        .join(' '),
    ).toBe(labels),
  )
  it('runs as the scheme orders', () => {
    for (const scheme of [workshop, tarn, station, dotted, words])
      for (const series of scheme.series.keys()) {
        const marks = stretch(scheme, series, 0, 30, (major) => major % 4)
        marks
          .slice(1)
          .forEach((mark, index) =>
            expect(compare(scheme, marks[index]!.position, mark.position)).toBeLessThan(0),
          )
        expect(sortLabels(scheme, marks.map((mark) => mark.label).reverse()).sorted).toEqual(
          marks.map((mark) => mark.label),
        )
      }
  })
  it('has nothing for a series that is not there', () =>
    expect(stretch(workshop, 5, 0, 3, () => 1)).toEqual([]))
})
