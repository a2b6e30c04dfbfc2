import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { checkScheme } from '../check-scheme'
import { format } from '../format'
import { infer, InferenceError } from './infer'
import { LabelListError, readLabelList } from './label-list'
import { first, positionOf, reads } from '../parse'
import { seriesInWords } from '../words'
import { step } from '../step'
import { walk } from '../walk'
import type { RevisionScheme, Step } from '../types'
import { dotted, station, tarn, workshop } from '../schemes.fixture'
import { skippedLetters } from './skips'

const split = (text: string) => text.split(' ')
const times = (label: string, count: number) => Array<string>(count).fill(label)
const words = (labels: string[]) => infer(labels).scheme.series.map(seriesInWords)
/** Every label that a company would have made by walking a scheme, each series to its major `majors`. */
const made = (scheme: RevisionScheme, majors: number) => {
  const labels: string[] = []
  scheme.series.forEach((_, series) => {
    let at = first(scheme, series)
    for (let n = 0; n < majors; n++) {
      labels.push(format(scheme, at))
      for (const kind of ['minor', 'settle', 'major'] as Step[])
        try {
          at = step(scheme, at, kind)
          labels.push(format(scheme, at))
        } catch {
          // a series without minors, or at its end
        }
    }
  })
  return labels
}

describe('inferring a scheme', () => {
  it.each<[string, string[], string[]]>([
    ['letters', split('A B C D'), ['letters']],
    [
      'letters without those of ASME Y14.35',
      split('A B C D E F G H J K L M N P R T U V W Y'),
      ['letters without I O Q S X Z'],
    ],
    [
      'letters without I and O alone, where Q is seen',
      [...'ABCDEFGHJKLMNPQRSTU'].flatMap((letter) => times(letter, 5)),
      ['letters without I O'],
    ],
    [
      'two letters after the single ones',
      split('A B C D E F G H J K L M N P R T U V W Y AA AB AC'),
      ['letters without I O Q S X Z'],
    ],
    ['small letters', split('a b c b a'), ['letters from a']],
    ['numbers with zeros in front', split('01 02 03 10'), ['numbers, 2 digits']],
    ['numbers from 0', split('0 1 2 3'), ['numbers from 0']],
    [
      'working numbers between letters',
      split('A A-01 A-02 B B-01 C'),
      ['letters, then “-” and numbers, 2 digits'],
    ],
    [
      'the separator that most use',
      split('A A-01 A-02 A.03 B-01 B'),
      ['letters, then “-” and numbers, 2 digits'],
    ],
    ['minors that are always there', split('A.1 A.2 B.1 B.2 C.1'), ['letters, always with “.” and numbers']],
    [
      'points counted from nought',
      split('0.1 0.2 1.0 1.1 2.0'),
      ['numbers from 0, always with “.” and numbers from 0'],
    ],
    ['numbers with letters behind', split('1 1A 1B 2 2A 3'), ['numbers, then letters']],
    [
      'numerals while on trial, then letters with working numbers',
      split('B 01 A 02 B01 C 03 B02'),
      ['numbers, 2 digits', 'letters, then numbers, 2 digits'],
    ],
    ['letters while preliminary, then 0, 1, 2', split('B A 0 C 1 A 2'), ['letters', 'numbers from 0']],
    [
      'the working and shared revisions of ISO 19650',
      split('P01.01 C01 P01.02 P01 P02.01 C02 P02'),
      ['“P” and numbers, 2 digits, led up to by “.” and numbers, 2 digits', '“C” and numbers, 2 digits'],
    ],
    ['a prefix with a hyphen', split('T-01 A T-02 B'), ['“T-” and numbers, 2 digits', 'letters']],
    ['a dash for the first issue', split('A - B C - A D'), ['-', 'letters']],
    ['words alone', ['Sketch', 'Draft', 'Final', 'Draft'], ['Sketch, Draft, Final']],
    ['words for an issue, not three-letter counters', split('IFA IFR IFC IFA IFC'), ['IFA, IFR, IFC']],
    [
      'the order of a list that runs through its series',
      ['A', 'B', 'C', '01', '02'],
      ['letters', 'numbers, 2 digits'],
    ],
    [
      'no series of its own for a slip that another tolerates',
      [...times('01', 30), ...times('02', 30), 'O1'],
      ['numbers, 2 digits'],
    ],
  ])('finds %s', (_, labels, expected) => expect(words(labels)).toEqual(expected))

  it.each<[string, string[], string[], string[]]>([
    [
      'one slip among a thousand',
      [...split('P1 P2 P3 A B C').flatMap((label) => times(label, 200)), 'x'],
      ['“P” and numbers', 'letters'],
      [],
    ],
    [
      'the same slip in a short list',
      [...split('P1 P2 P3 A B C P1 P2 A B'), 'x'],
      ['“P” and numbers', 'letters'],
      [],
    ],
    [
      'one “n/a”, which is no minor',
      [...split('A B C D E').flatMap((label) => times(label, 100)), 'n/a'],
      ['letters'],
      ['n/a'],
    ],
    ['the same in a short list', split('A B C D n/a'), ['letters'], ['n/a']],
    [
      'some of them, which are none either',
      [...split('A B C D E').flatMap((label) => times(label, 100)), ...times('n/a', 4)],
      ['letters'],
      ['n/a'],
    ],
    [
      'two letters beside words',
      [...'ABCDEFGHJKLMNPRTUVWY'].flatMap((letter) => times(letter, 100)).concat(split('AA AB AC NC TBD')),
      ['letters to AY without I O Q S X Z'],
      ['NC', 'TBD'],
    ],
    [
      'two letters alone',
      [...split('AA AB AC AD AE').flatMap((label) => times(label, 50)), 'x1'],
      ['letters from AA'],
      ['x1'],
    ],
    [
      'a series of its own for one rare number',
      [...split('A B C D').flatMap((label) => times(label, 50)), ...times('7', 4)],
      ['letters'],
      ['7'],
    ],
    [
      'slips of every shape in working and shared revisions',
      [
        ...split('P01 P02 P01.01 P01.02 C01 C02').flatMap((label) => times(label, 50)),
        'A',
        'D1',
        '3b',
        'x/y',
      ],
      ['“P” and numbers, 2 digits, led up to by “.” and numbers, 2 digits', '“C” and numbers, 2 digits'],
      ['A', 'D1', '3b', 'x/y'],
    ],
  ])('is not turned by %s', (_, labels, expected, outliers) => {
    const { scheme, outliers: found } = infer(labels)
    expect(scheme.series.map(seriesInWords)).toEqual(expected)
    expect(found).toEqual(outliers)
  })

  describe('where two orders explain the same', () => {
    const labels = split('B 1 A 2 C 1 B 3').flatMap((label) => times(label, 20))
    it('says that the order is a guess', () => {
      const { scheme, guesses } = infer(labels)
      expect(scheme.series.map(({ major }) => major.kind)).toEqual(['digits', 'letters'])
      expect(guesses).toEqual(['which series comes first is a guess: nothing that came along says so'])
      expect(infer(times('A', 50)).guesses).toEqual([])
    })
    it('goes by what documents had one after the other', () => {
      for (const [histories, kinds] of [
        [[split('A B 1 2')], ['letters', 'digits']],
        [
          [split('1 2 A'), split('1 A B')],
          ['digits', 'letters'],
        ],
        [
          [split('1 A'), split('1 A'), split('B 1')],
          ['digits', 'letters'],
        ],
      ] as const) {
        const { scheme, guesses } = infer(labels, histories)
        expect(scheme.series.map(({ major }) => major.kind)).toEqual(kinds)
        expect(guesses).toEqual([])
      }
      expect(infer(labels, [split('A B C'), split('1 2')]).guesses).toHaveLength(1)
    })
    it('goes by them for minors, too', () => {
      const minors = split('A A-1 A-2 B B-1').flatMap((label) => times(label, 20))
      const placeIn = (histories: string[][]) => infer(minors, histories).scheme.series[0]!.minorPlace
      expect(placeIn([])).toBe('after')
      expect(infer(minors).guesses).toEqual([
        'that the minors of letters follow their major is a guess: nothing that came along says so',
      ])
      expect(placeIn([split('A-1 A-2 A B-1')])).toBe('before')
      expect(placeIn([split('A A-1 A-2 B')])).toBe('after')
      expect(infer(minors, [split('A-1 A')]).guesses).toEqual([])
    })
  })

  it('says how much is explained, and names what is left with the nearest labels', () => {
    const { explained, outliers, nearest, total, distinct } = infer([
      ...times('A', 60),
      ...times('B', 30),
      ...times('rev C', 7),
      'NC',
      '??',
      '',
    ])
    expect({ explained, outliers, total, distinct }).toEqual({
      explained: 0.97,
      outliers: ['NC', '??', ''],
      total: 100,
      distinct: 6,
    })
    expect(nearest['NC']).toEqual(['Z'])
  })
  it('does not read a word as the 367th letter, nor a year as a revision', () => {
    expect(infer([...times('A', 50), ...times('B', 40), 'NC']).outliers).toEqual(['NC'])
    expect(infer([...times('1', 60), ...times('2', 30), ...times('3', 20), '2019']).outliers).toEqual([
      '2019',
    ])
  })
  it('takes a rare skipped letter for a slip, not for a revision', () => {
    const labels = [...'ABCDEFGHJKLMN'].flatMap((letter) => times(letter, 100))
    expect(infer([...labels, 'I']).outliers).toEqual(['I'])
  })
  it('proposes no rule that nothing speaks for', () => {
    expect(
      skippedLetters(
        new Map([
          ['A', 9],
          ['B', 9],
          ['C', 4],
        ]),
      ),
    ).toBe('')
    expect(
      skippedLetters(
        new Map([
          ['H', 1],
          ['J', 1],
        ]),
      ),
    ).toBe('')
    expect(infer(split('A B D')).scheme.series).toEqual([{ id: 'letters', major: { kind: 'letters' } }])
  })
  it.each<[string, RevisionScheme]>([
    ['Workshop letters', workshop],
    ['Tarn', tarn],
    ['Station', station],
    ['Dotted', dotted],
  ])('gets %s back from its own labels, whatever their order', (_, scheme) =>
    fc.assert(
      fc.property(fc.shuffledSubarray(made(scheme, 3), { minLength: made(scheme, 3).length }), (labels) => {
        // A list that happens to run through a later series first says that it comes first.
        fc.pre(positionOf(scheme, labels[0]!).series === 0)
        const { scheme: found, explained, outliers } = infer(labels)
        expect({ explained, outliers }).toEqual({ explained: 1, outliers: [] })
        expect(
          found.series.map(({ prefix, separator, minorPlace }) => ({ prefix, separator, minorPlace })),
        ).toEqual(
          scheme.series.map(({ prefix, separator, minorPlace }) => ({ prefix, separator, minorPlace })),
        )
      }),
      { numRuns: 25 },
    ),
  )
  it('proposes valid schemes only, and counts as explained exactly what they read', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.oneof(
            fc.stringMatching(/^[A-FP]?[-.]?[0-3]{0,2}$/),
            fc.constantFrom('A', 'B', '01', 'P01.02', 'rev c', 'NC', '?'),
          ),
          { minLength: 1, maxLength: 60 },
        ),
        (labels) => {
          let found
          try {
            found = infer(labels)
          } catch (error) {
            expect(error).toBeInstanceOf(InferenceError)
            return
          }
          expect(checkScheme(found.scheme)).toEqual([])
          expect(found.explained).toBeCloseTo(
            labels.filter((label) => reads(found.scheme, label)).length / labels.length,
          )
          expect(new Set(found.outliers)).toEqual(
            new Set(labels.filter((label) => !reads(found.scheme, label))),
          )
          expect(walk(found.scheme, [])).toHaveLength(1)
        },
      ),
      { numRuns: 120 },
    ))
  it.each<[string, string[], RegExp]>([
    ['an empty list', [], /no labels to infer/],
    ['blanks', ['', '  '], /all labels are blank/],
    ['what has nothing in common', ['??', '!!', '§'], /no series explains/],
    ['one label of 10,000 characters', ['x'.repeat(10_000)], /blank|no series/],
  ])('refuses %s', (_, labels, message) => expect(() => infer(labels)).toThrow(message))
})

describe('a list of labels', () => {
  it.each<[string, string, string[]]>([
    ['one a line', 'A\nB\r\n\n C ', ['A', 'B', 'C']],
    ['a column pasted with tabs', 'A\tB\nC', ['A', 'B', 'C']],
    ['a line with commas, one value twice', 'A, B;A', ['A', 'B', 'A']],
    ['words with blanks in them', 'For construction\nAs built', ['For construction', 'As built']],
  ])('may be %s', (_, text, labels) => expect(readLabelList(text)).toEqual(labels))
  it.each<[string, string, RegExp]>([
    ['nothing', ' \n ', /the list is empty/],
    ['a picture', 'PNG\n\u0000\u0001', /line 2 has characters that no text has/],
    ['JSON', '{"labels": ["A"]}', /looks like JSON/],
  ])('is not %s', (_, text, message) => {
    expect(() => readLabelList(text)).toThrow(LabelListError)
    expect(() => readLabelList(text)).toThrow(message)
  })
})
