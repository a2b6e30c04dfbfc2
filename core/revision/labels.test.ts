import { describe, expect, it } from 'vitest'
import { parse } from './parse'
import type { RevisionScheme } from './types'
import { station, tarn, workshop } from './schemes.fixture'

/** Habits of real title blocks, beside those of the three schemes of the demo world. */
const numerals: RevisionScheme = {
  id: 'numerals',
  name: 'Numerals from nought',
  series: [{ id: 'all', major: { kind: 'digits', from: 0 } }],
}
const lettersThenNumbers: RevisionScheme = {
  id: 'project',
  name: 'Letters for review, numbers for construction',
  series: [
    { id: 'review', major: { kind: 'letters', skip: 'IO' } },
    { id: 'construction', major: { kind: 'digits', from: 0 } },
  ],
}
const dash: RevisionScheme = {
  id: 'dash',
  name: 'Dash, then letters',
  spellings: { 'N/C': '-', ORIG: '-' },
  series: [
    { id: 'first', major: { kind: 'list', values: ['-'] } },
    { id: 'letters', major: { kind: 'letters', skip: 'IOQSXZ' } },
  ],
}
const points: RevisionScheme = {
  id: 'points',
  name: 'Versions with a point',
  series: [
    {
      id: 'all',
      major: { kind: 'digits', from: 0 },
      separator: '.',
      minor: { kind: 'digits', from: 0 },
      minorPlace: 'always',
    },
  ],
}
const numberLetter: RevisionScheme = {
  id: 'number-letter',
  name: 'Number, then letter',
  series: [
    {
      id: 'all',
      major: { kind: 'digits' },
      separator: '',
      minor: { kind: 'letters', skip: 'IO' },
      minorPlace: 'after',
    },
  ],
}
const prefixes: RevisionScheme = {
  id: 'prefixes',
  name: 'Tender, construction, as built',
  series: [
    { id: 'tender', prefix: 'T', major: { kind: 'digits', width: 2 } },
    { id: 'construction', prefix: 'C', major: { kind: 'digits', width: 2 } },
    { id: 'as-built', prefix: 'AB', major: { kind: 'digits', width: 2 } },
  ],
}
const issueWords: RevisionScheme = {
  id: 'issue-words',
  name: 'Words of issue',
  series: [
    {
      id: 'all',
      major: { kind: 'list', values: ['Preliminary', 'For approval', 'For construction', 'As built'] },
    },
  ],
}
const lower: RevisionScheme = {
  id: 'lower',
  name: 'Small letters',
  series: [{ id: 'all', major: { kind: 'letters', from: 'a', skip: 'io' } }],
}

/** As people write it → as the scheme does; nothing behind the arrow where it is refused, then the reason. */
const tables: [RevisionScheme, string[]][] = [
  [
    workshop,
    [
      'A → A',
      'B → B',
      'Y → Y',
      'AA → AA',
      'AY → AY',
      'BA → BA',
      'A-01 → A-01',
      'Y-99 → Y-99',
      'AA-10 → AA-10',
      'b → B',
      'Rev A → A',
      'REV B → B',
      'rev.C → C',
      'Revision D → D',
      'rev: E → E',
      'rev_F → F',
      'rev-G → G',
      ' H → H',
      'J  → J',
      'k-1 → K-01',
      'L.1 → L-01',
      'M_12 → M-12',
      'N01 → N-01',
      'P 3 → P-03',
      'R–04 → R-04',
      'Ｔ → T',
      'U-O1 → U-01',
      'V-l2 → V-12',
      'ＡＢ → AB',
      'А → A',
      'В → B',
      'Е-01 → E-01',
      'nc → A',
      'I → skipped-letter',
      'O → skipped-letter',
      'Q → skipped-letter',
      'S → skipped-letter',
      'X → skipped-letter',
      'Z → skipped-letter',
      'AI → skipped-letter',
      'rev Z → skipped-letter',
      'I-01 → skipped-letter',
      'A-00 → out-of-range',
      'C-0 → out-of-range',
      '1 → unknown',
      '01 → unknown',
      'A/B → unknown',
      'A+ → unknown',
      'C-01-02 → unknown',
      '? → unknown',
      'tbd. → unknown',
      '- → unknown',
      'rev → unknown',
    ],
  ],
  [
    tarn,
    [
      '01 → 01',
      '09 → 09',
      '10 → 10',
      '1 → 01',
      '007 → 07',
      'Rev 02 → 02',
      'O3 → 03',
      'A → A',
      'A01 → A01',
      'a-1 → A01',
      'B.02 → B02',
      'AA → AA',
      'C_3 → C03',
      '00 → out-of-range',
      '0 → out-of-range',
      'I01 → 101',
      'I → 01',
      'C00 → out-of-range',
      'A-B → unknown',
    ],
  ],
  [
    station,
    [
      'P01 → P01',
      'P01.01 → P01.01',
      'p2 → P02',
      'P02-03 → P02.03',
      'P02_03 → P02.03',
      'rev P03 → P03',
      'C01 → C01',
      'c1 → C01',
      'PO4 → P04',
      'P 05 → unknown',
      'P01.00 → out-of-range',
      'C00 → out-of-range',
      'C01.01 → unknown',
      'S2 → unknown',
      'D01 → unknown',
      'P → unknown',
    ],
  ],
  [
    numerals,
    [
      '0 → 0',
      '1 → 1',
      '12 → 12',
      '00 → 0',
      '03 → 3',
      'r5 → 5',
      'R 6 → 6',
      'Rev.7 → 7',
      'O → 0',
      'l → 1',
      'A → unknown',
      '1.1 → unknown',
      '-1 → unknown',
    ],
  ],
  [
    lettersThenNumbers,
    ['A → A', 'H → H', 'J → J', '0 → 0', '1 → 1', 'rev 2 → 2', 'rev b → B', '03 → 3', 'I → 1', 'O → 0'],
  ],
  [
    dash,
    [
      '- → -',
      '– → -',
      '— → -',
      'N/C → -',
      'n/c → -',
      'orig → -',
      'A → A',
      'rev a → A',
      'O → skipped-letter',
      '-- → unknown',
    ],
  ],
  [
    points,
    [
      '0.1 → 0.1',
      '1.0 → 1.0',
      '10.12 → 10.12',
      '1-0 → 1.0',
      '01.02 → 1.2',
      'rev 2.1 → 2.1',
      '1_1 → 1.1',
      '1 → unknown',
      '1.0.1 → unknown',
      'v1.0 → unknown',
    ],
  ],
  [
    numberLetter,
    [
      '1 → 1',
      '1A → 1A',
      '2b → 2B',
      '12AB → 12AB',
      '01A → 1A',
      '3-C → 3C',
      '4 D → 4D',
      '0A → out-of-range',
      'A1 → unknown',
    ],
  ],
  [
    prefixes,
    [
      'T01 → T01',
      'T1 → T01',
      'C12 → C12',
      'AB01 → AB01',
      'ab2 → AB02',
      'rev T03 → T03',
      'TO4 → T04',
      'T00 → out-of-range',
      'X01 → unknown',
      'B01 → unknown',
    ],
  ],
  [
    issueWords,
    [
      'Preliminary → Preliminary',
      'for approval → For approval',
      'FOR CONSTRUCTION → For construction',
      ' As  built → As built',
      'Approved → unknown',
      'A → unknown',
    ],
  ],
  [lower, ['a → a', 'A → a', 'rev B → b', 'aa → aa', 'i → skipped-letter', '1 → unknown']],
]

describe.each(tables)('$name', (scheme, cases) => {
  it.each(cases.map((line) => line.split(' → ') as [string, string]))('reads %j as %s', (text, expected) => {
    const reading = parse(scheme, text)
    expect(reading.ok ? reading.canonical : reading.reason).toBe(expected)
  })
})

it('has at least 150 labels from real life in its tables', () =>
  expect(tables.reduce((sum, [, cases]) => sum + cases.length, 0)).toBeGreaterThanOrEqual(150))
