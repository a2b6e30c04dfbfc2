import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { checkScheme } from './check-scheme'
import { compare } from './compare'
import { distance } from './distance'
import { first, parse, positionOf } from './parse'
import { format, hasPosition, labelAt } from './format'
import { previous } from './previous'
import { type Position, RevisionError, type RevisionScheme, type Step } from './types'
import { sortLabels } from './sort'
import { step } from './step'
import { walk } from './walk'
import { orderKey } from './order-key'
import { positionsOf } from './positions'
import { dotted, schemes, station, tarn, words, workshop } from './schemes.fixture'

const codeOf = (act: () => unknown) => {
  try {
    act()
  } catch (error) {
    return [(error as RevisionError).code, (error as RevisionError).label]
  }
  return 'nothing was refused'
}

describe('walking', () => {
  const cases: [string, RevisionScheme, string | undefined, Step[], string[]][] = [
    ['letters skip I O Q S X Z in every place', workshop, 'H', ['major', 'major'], ['H', 'J', 'K']],
    ['letters carry on with two', workshop, 'W', ['major', 'major', 'major'], ['W', 'Y', 'AA', 'AB']],
    ['two letters roll over', workshop, 'AY', ['major'], ['AY', 'BA']],
    [
      'working numbers come after the major',
      workshop,
      undefined,
      ['minor', 'minor', 'major'],
      ['A', 'A-01', 'A-02', 'B'],
    ],
    ['settling changes nothing where minors come after', workshop, 'C-02', ['settle'], ['C-02', 'C-02']],
    [
      'numerals while on trial, then letters',
      tarn,
      undefined,
      ['major', 'series', 'minor', 'minor', 'major'],
      ['01', '02', 'A', 'A01', 'A02', 'B'],
    ],
    [
      'minors lead up to the major',
      station,
      undefined,
      ['minor', 'settle', 'minor', 'series:contractual'],
      ['P01.01', 'P01.02', 'P01', 'P02.01', 'C01'],
    ],
    ['a major abandons the working minors', station, 'P02.03', ['major'], ['P02.03', 'P03.01']],
    ['settling drops the working minor', station, 'P02.03', ['settle'], ['P02.03', 'P02']],
    ['a minor always stands', dotted, undefined, ['minor', 'major'], ['A.1', 'A.2', 'B.1']],
    [
      'words stand in their order',
      words,
      undefined,
      ['major', 'major', 'series'],
      ['Sketch', 'Draft', 'Final', 'A'],
    ],
    ['keeping keeps', workshop, 'B', ['keep'], ['B', 'B']],
  ]
  it.each(cases)('%s', (_, scheme, from, steps, labels) => expect(walk(scheme, steps, from)).toEqual(labels))

  it('starts a hundred Z-less letters in the right place', () => {
    const plain: RevisionScheme = {
      id: 'p',
      name: 'Plain',
      series: [{ id: 'a', major: { kind: 'letters' } }],
    }
    const labels = walk(
      plain,
      Array.from({ length: 27 }, () => 'major' as const),
    )
    expect([labels[25], labels[26], labels[27]]).toEqual(['Z', 'AA', 'AB'])
  })
})

describe('steps that cannot be', () => {
  it.each<[string, () => unknown, [string, string | undefined]]>([
    ['a counter at its end names the label', () => walk(dotted, ['major'], 'C.1'), ['exhausted', 'C.1']],
    ['a minor counter at its end too', () => walk(dotted, ['minor'], 'A.3'), ['exhausted', 'A.3']],
    ['the last series has no next', () => walk(station, ['series'], 'C01'), ['exhausted', 'C01']],
    ['a series without minors', () => walk(station, ['minor'], 'C01'), ['no-minor', 'C01']],
    ['going back', () => walk(station, ['series:preliminary'], 'C01'), ['series-backwards', 'C01']],
    [
      'a series that is not there',
      () => walk(station, ['series:final'], 'C01'),
      ['series-unknown', undefined],
    ],
    ['a step that is not there', () => walk(station, ['double' as Step], 'C01'), ['step-unknown', undefined]],
    ['a start that is no label', () => walk(workshop, ['major'], 'I'), ['label-refused', 'I']],
  ])('%s', (_, act, expected) => expect(codeOf(act)).toEqual(expected))
})

describe('reading labels', () => {
  const exact: [RevisionScheme, string[]][] = [
    [workshop, ['A', 'H', 'J', 'Y', 'AA', 'AB', 'C-01', 'C-02', 'AB-12', 'C-100']],
    [tarn, ['01', '09', '10', '99', '100', 'A', 'B01', 'B02', 'C', 'AA01']],
    [station, ['P01.01', 'P01.02', 'P01', 'P02.01', 'C01', 'C12']],
    [dotted, ['A.1', 'C.3']],
    [words, ['Sketch', 'Final', 'A']],
  ]
  for (const [scheme, labels] of exact)
    it.each(labels)(`${scheme.name}: %s is exact`, (label) =>
      expect(parse(scheme, label)).toMatchObject({ ok: true, exact: true, canonical: label }),
    )

  const tolerated: [RevisionScheme, string, string][] = [
    [workshop, 'c', 'C'],
    [workshop, ' C ', 'C'],
    [workshop, 'rev C', 'C'],
    [workshop, 'Rev. C', 'C'],
    [workshop, 'revision c', 'C'],
    [workshop, 'Rev-c', 'C'],
    [workshop, 'R C', 'C'],
    [workshop, 'NC', 'A'],
    [workshop, 'nc', 'A'],
    [workshop, 'C-2', 'C-02'],
    [workshop, 'C.02', 'C-02'],
    [workshop, 'C_2', 'C-02'],
    [workshop, 'C 02', 'C-02'],
    [workshop, 'C02', 'C-02'],
    [workshop, 'Ｃ', 'C'],
    [workshop, 'С', 'C'],
    [workshop, 'C–02', 'C-02'],
    [workshop, 'C-O2', 'C-02'],
    [tarn, '1', '01'],
    [tarn, '001', '01'],
    [tarn, 'rev 3', '03'],
    [tarn, 'O1', '01'],
    [tarn, 'b1', 'B01'],
    [tarn, 'B-1', 'B01'],
    [station, 'p01.02', 'P01.02'],
    [station, 'P1.2', 'P01.02'],
    [station, 'P01-02', 'P01.02'],
    [station, 'P1', 'P01'],
    [station, 'PO1', 'P01'],
    [station, 'rev C1', 'C01'],
    [words, 'final', 'Final'],
    [words, 'REV FINAL', 'Final'],
    [dotted, 'a1', 'A.1'],
    [dotted, 'rev a-3', 'A.3'],
  ]
  it.each(tolerated)('%o reads %s as %s', (scheme, text, canonical) =>
    expect(parse(scheme, text)).toMatchObject({ ok: true, canonical }),
  )
  it('says that a tolerated reading is not exact', () =>
    expect(parse(workshop, 'rev c')).toMatchObject({ exact: false }))

  it.each<[RevisionScheme, string, string, string[]]>([
    [workshop, 'O', 'skipped-letter', ['N', 'P']],
    [workshop, 'rev O', 'skipped-letter', ['N', 'P']],
    [workshop, 'I', 'skipped-letter', ['H', 'J']],
    [workshop, 'Z', 'skipped-letter', ['Y']],
    [workshop, 'C-00', 'out-of-range', ['C-01']],
    [dotted, 'D.1', 'out-of-range', ['C.1']],
    [dotted, 'A.9', 'out-of-range', ['A.3']],
    [station, 'P00', 'out-of-range', ['P01', 'P01.01']],
    [tarn, 'r3', 'ambiguous', ['03', 'R03']],
    [tarn, 'l2', 'ambiguous', ['12', 'L02']],
    [station, 'P0101', 'ambiguous', ['P101', 'P10.01', 'P01.01']],
    [
      { ...workshop, series: [{ id: 'issue', major: { kind: 'letters' } }], spellings: {} },
      'rB',
      'ambiguous',
      ['RB', 'B'],
    ],
  ])('%o refuses %s: %s, nearest %o', (scheme, text, reason, nearest) => {
    const reading = parse(scheme, text)
    expect(reading).toMatchObject({ ok: false, reason })
    if (!reading.ok) expect([...reading.nearest].sort()).toEqual([...nearest].sort())
  })
  it.each(['', '   ', '?', '-', 'rev', '7/8', 'A\nB', '😀', 'x'.repeat(10_000)])(
    'refuses %j as unknown',
    (text) => expect(parse(station, text)).toMatchObject({ ok: false, reason: 'unknown' }),
  )
  it('names what is nearest to a slip', () =>
    expect(parse(station, 'PP01')).toMatchObject({
      reason: 'unknown',
      nearest: ['P01', ...['P02', 'P03'].map(() => expect.any(String))],
    }))
})

describe('checking a scheme', () => {
  const digits = { kind: 'digits' } as const
  it.each(schemes)('$name is valid', (scheme) => expect(checkScheme(scheme)).toEqual([]))
  it.each<[string, RevisionScheme['series']]>([
    ['digits beside digits', [{ id: 'a', major: digits, separator: '', minor: digits }]],
    [
      'letters beside letters',
      [{ id: 'a', major: { kind: 'letters' }, separator: '', minor: { kind: 'letters' } }],
    ],
    [
      'two series of one kind',
      [
        { id: 'a', major: digits },
        { id: 'b', major: { kind: 'digits', from: 500 } },
      ],
    ],
    [
      'a prefix that is a letter of another series',
      [
        { id: 'a', prefix: 'P', major: { kind: 'digits', width: 2 } },
        { id: 'b', major: { kind: 'letters' }, separator: '', minor: { kind: 'digits', width: 2 } },
      ],
    ],
    [
      'a word that is a letter of another series',
      [
        { id: 'a', major: { kind: 'list', values: ['Sketch', 'B'] } },
        { id: 'b', major: { kind: 'letters' } },
      ],
    ],
    [
      'widths that meet at a hundred',
      [
        { id: 'a', major: { kind: 'digits', width: 2 } },
        { id: 'b', major: { kind: 'digits', width: 3 } },
      ],
    ],
  ])('%s is ambiguous, and the label has two positions', (_, series) => {
    const scheme = { id: 's', name: 'S', series }
    const [problem] = checkScheme(scheme)
    expect(problem).toMatchObject({ code: 'ambiguous' })
    expect(positionsOf(scheme, problem!.labels[0]!).length).toBeGreaterThan(1)
  })
  it.each<[string, Partial<RevisionScheme>, string]>([
    ['no series', { series: [] }, 'empty'],
    [
      'two series of one id',
      {
        series: [
          { id: 'a', major: digits },
          { id: 'a', prefix: 'X', major: digits },
        ],
      },
      'duplicate-series',
    ],
    [
      'a list without values',
      { series: [{ id: 'a', major: { kind: 'list', values: [] } }] },
      'counter-fault',
    ],
    [
      'a list with one value twice',
      { series: [{ id: 'a', major: { kind: 'list', values: ['X', 'X'] } }] },
      'counter-fault',
    ],
    [
      'a counter that ends before it starts',
      { series: [{ id: 'a', major: { kind: 'digits', from: 5, to: 2 } }] },
      'counter-fault',
    ],
    [
      'letters from one that is skipped',
      { series: [{ id: 'a', major: { kind: 'letters', from: 'I', skip: 'I' } }] },
      'counter-fault',
    ],
    [
      'a spelling for no label',
      { series: [{ id: 'a', major: digits }], spellings: { NC: 'A' } },
      'spelling-unknown',
    ],
    [
      'a spelling that is itself a label',
      { series: [{ id: 'a', major: { kind: 'letters' } }], spellings: { B: 'A' } },
      'ambiguous',
    ],
    [
      'two spellings that differ in case alone',
      { series: [{ id: 'a', major: { kind: 'letters' } }], spellings: { 'N/C': 'A', 'n/c': 'B' } },
      'ambiguous',
    ],
  ])('%s is a problem', (_, part, code) =>
    expect(checkScheme({ id: 's', name: 'S', series: [], ...part })[0]).toMatchObject({ code }),
  )
  it('is none where a spelling stands for itself, or two for one label', () => {
    const series = [{ id: 'a', major: { kind: 'letters' as const } }]
    expect(
      checkScheme({ id: 's', name: 'S', series, spellings: { A: 'A', 'N/C': 'A', 'n/c': 'A' } }),
    ).toEqual([])
  })
})

describe('order', () => {
  it('sorts a messy list and keeps what it refuses', () =>
    expect(sortLabels(station, ['C01', 'P02', 'p1.2', 'P01', 'huh', 'P01.01'])).toEqual({
      sorted: ['P01.01', 'P01.02', 'P01', 'P02', 'C01'],
      refused: ['huh'],
    }))
  it.each<[RevisionScheme, string, string, number]>([
    [workshop, 'A', 'C', 2],
    [workshop, 'A', 'B-02', 3],
    [workshop, 'C', 'A', -2],
    [station, 'P01.01', 'P01', 1],
    [station, 'P01', 'P02', 2],
    [station, 'P01.01', 'C02', 2],
    [tarn, '05', 'B01', 3],
    [dotted, 'A.2', 'B.2', 2],
  ])('%o: from %s to %s it is %d steps', (scheme, a, b, steps) =>
    expect(distance(scheme, positionOf(scheme, a), positionOf(scheme, b))).toBe(steps),
  )
  it.each<[RevisionScheme, string, string | undefined]>([
    [workshop, 'A', undefined],
    [workshop, 'C', 'B'],
    [workshop, 'C-01', 'C'],
    [station, 'P01', 'P01.01'],
    [station, 'P02.01', 'P01'],
    [station, 'C01', 'P01.01'],
    [dotted, 'B.1', 'A.1'],
    [tarn, 'A', '01'],
  ])('%o: %s comes after %s', (scheme, label, before) => {
    const found = previous(scheme, positionOf(scheme, label))
    expect(found && format(scheme, found.position)).toBe(before)
  })
})

describe('laws', () => {
  const position: fc.Arbitrary<{ scheme: RevisionScheme; at: Position }> = fc
    .constantFrom(...schemes)
    .chain((scheme) =>
      fc
        .array(fc.constantFrom<Step>('minor', 'major', 'settle', 'series'), { maxLength: 40 })
        .map((steps) => {
          let at = first(scheme)
          for (const kind of steps) {
            try {
              at = step(scheme, at, kind)
            } catch {
              /* the walk goes on with its next step */
            }
          }
          return { scheme, at }
        }),
    )

  it('a position is there exactly where it has a label', () =>
    fc.assert(
      fc.property(
        fc.constantFrom(...schemes),
        fc.nat({ max: 40 }),
        fc.option(fc.nat({ max: 200 }), { nil: null }),
        fc.nat({ max: 2 }),
        (scheme, major, minor, series) => {
          const at = { series, major, minor }
          expect(hasPosition(scheme, at)).toBe(labelAt(scheme, at) !== undefined)
        },
      ),
    ))
  it('parse undoes format, exactly', () =>
    fc.assert(
      fc.property(position, ({ scheme, at }) => {
        expect(parse(scheme, format(scheme, at))).toMatchObject({ ok: true, exact: true, position: at })
      }),
    ))
  it('every step that changes something goes forward', () =>
    fc.assert(
      fc.property(
        position,
        fc.constantFrom<Step>('minor', 'major', 'settle', 'series'),
        ({ scheme, at }, kind) => {
          let next: Position
          try {
            next = step(scheme, at, kind)
          } catch (error) {
            expect(error).toBeInstanceOf(RevisionError)
            return
          }
          expect(compare(scheme, at, next)).toBeLessThanOrEqual(kind === 'settle' ? 0 : -1)
          expect(distance(scheme, at, next)).toBeGreaterThanOrEqual(0)
          expect(orderKey(scheme, at) <= orderKey(scheme, next)).toBe(true)
        },
      ),
    ))
  it('stepping from the previous label comes back', () =>
    fc.assert(
      fc.property(position, ({ scheme, at }) => {
        const before = previous(scheme, at)
        if (before) expect(format(scheme, step(scheme, before.position, before.by))).toBe(format(scheme, at))
        else expect(compare(scheme, at, first(scheme))).toBe(0)
      }),
    ))
  it('order is total: it agrees with itself the other way round, and with the key', () =>
    fc.assert(
      fc.property(position, ({ scheme, at }) => {
        const other = first(scheme)
        expect(Math.sign(compare(scheme, at, other))).toBe(-Math.sign(compare(scheme, other, at)) + 0)
        expect(distance(scheme, other, at)).toBe(-distance(scheme, at, other) + 0)
      }),
    ))
  it('a careless spelling never becomes another label', () =>
    fc.assert(
      fc.property(
        position,
        fc.constantFrom(
          (label: string) => label.toLowerCase(),
          (label: string) => ` ${label} `,
          (label: string) => `Rev. ${label}`,
          (label: string) => label.replace(/[-.]/, '_'),
        ),
        ({ scheme, at }, spoil) => {
          const label = format(scheme, at)
          const reading = parse(scheme, spoil(label))
          if (reading.ok) expect(reading.canonical).toBe(label)
          else expect(reading.reason).toBe('ambiguous')
        },
      ),
    ))
  it('a scheme found valid gives no label two positions, as far as one can walk', () => {
    const counter = fc.oneof(
      fc.record({
        kind: fc.constant('letters' as const),
        skip: fc.constantFrom('', 'IO', 'IOQSXZ'),
        to: fc.constantFrom(undefined, 'C', 'AB'),
      }),
      fc.record({
        kind: fc.constant('digits' as const),
        from: fc.nat({ max: 12 }),
        width: fc.nat({ max: 3 }),
        to: fc.constantFrom(undefined, 20),
      }),
      fc.record({
        kind: fc.constant('list' as const),
        values: fc.uniqueArray(fc.constantFrom('A', 'B1', '1', '01', 'X', 'T2'), { minLength: 1 }),
      }),
    )
    const series = fc.record({
      id: fc.uuid(),
      prefix: fc.constantFrom(undefined, 'P', '1', 'A-'),
      major: counter,
      separator: fc.constantFrom('', '-', '.', '1'),
      minor: fc.option(counter, { nil: undefined }),
      minorPlace: fc.constantFrom<'always' | 'after' | 'before'>('always', 'after', 'before'),
    })
    fc.assert(
      fc.property(fc.array(series, { minLength: 1, maxLength: 3 }), (list) => {
        const scheme = { id: 's', name: 'S', series: list } as RevisionScheme
        if (checkScheme(scheme).length) return
        for (let index = 0; index < list.length; index++)
          for (let major = 0; major < 130; major += major < 30 ? 1 : 7)
            for (const minor of [null, 0, 1, 2, 8, 9, 10, 11, 98, 99]) {
              let label: string
              try {
                label = format(scheme, { series: index, major, minor })
              } catch {
                continue
              }
              expect(positionsOf(scheme, label), `${label} in ${JSON.stringify(list)}`).toHaveLength(1)
            }
      }),
      { numRuns: 150 },
    )
  })
})
