import { configuration, steward } from '../engine/world.fixture'
import { namePattern, PatternError } from './pattern'
import { type PlanInput, planIntake } from './plan'
import { readRegister, RegisterError } from './register-file'
import type { FoundFile } from './types'
import { describe, expect, it } from 'vitest'

describe('a name pattern', () => {
  it.each<[string, string, object | undefined]>([
    [
      '{number}_{revision}.{extension}',
      'Clamps/BR-1042_C.dxf',
      { number: 'BR-1042', revision: 'C', extension: 'dxf' },
    ],
    ['{number}_{revision}.dxf', 'BR-1042_C.DXF', { number: 'BR-1042', revision: 'C' }],
    ['{number:BR-####}_{revision}.*', 'BR-104_C.dxf', undefined],
    [
      '{number:BR-####}[_{title}]_{revision}.*',
      'BR-1042_Grip plate_C.dxf',
      { number: 'BR-1042', title: 'Grip plate', revision: 'C' },
    ],
    ['{number:BR-####}[_{title}]_{revision}.*', 'BR-1042_C.dxf', { number: 'BR-1042', revision: 'C' }],
    [
      '{status}/{number}_{revision}.*',
      'issued/BR-1_C.dxf',
      { status: 'issued', number: 'BR-1', revision: 'C' },
    ],
    ['{number}_{revision:@}.*', 'BR-1_CC.dxf', undefined],
    ['{number} ({revision}).*', 'BR-1 (Ä).dxf', { number: 'BR-1', revision: 'Ä' }],
    ['{number}+{ignore}.*', 'BR-1+copy.dxf', { number: 'BR-1' }],
  ])('%s reads %s', (pattern, path, reading) => expect(namePattern(pattern).read(path)).toEqual(reading))
  it.each<[string, number]>([
    ['', 0],
    ['{number', 0],
    ['{nummer}', 0],
    ['{number}{number}', 8],
    ['{number}]', 8],
    ['{number}[x', 8],
    ['{number}[[', 9],
    ['{revision}', 0],
    ['{number}}', 8],
  ])('%s is refused at %d', (pattern, position) => {
    expect(() => namePattern(pattern)).toThrow(PatternError)
    try {
      namePattern(pattern)
    } catch (error) {
      expect((error as PatternError).position).toBe(position)
    }
  })
  it('stays quick on a name made to be slow', () =>
    expect(namePattern('{number}_{title}_{revision}.{extension}').read('_'.repeat(240))).toBeUndefined())
})

describe('a register', () => {
  it('is read with its usual headings, any separator, and days as people write them', () => {
    const { entries, problems } = readRegister(
      '\uFEFFDrawing;Rev.;Title;Date\r\nBR-1;A;"Plate; left";03.06.2014\r\nBR-1;B;Plate;2015-01-31\r\n',
    )
    expect(problems).toEqual([])
    expect(entries).toMatchObject([
      { line: 2, number: 'BR-1', revision: 'A', title: 'Plate; left', date: '2014-06-03' },
      { line: 3, revision: 'B', date: '2015-01-31', author: null },
    ])
  })
  it('names broken lines by their number in the file, also after a cell with line breaks', () => {
    const { entries, problems } = readRegister(
      'Number,Revision,Title,Date\nBR-1,A,"two\nlines",\nBR-2,A\nBR-3,,x,\n,B,x,\nBR-4,A,x,31.02.2020\nBR-5,A,x,\n',
    )
    expect(problems.map((problem) => problem.line)).toEqual([4, 5, 6, 7])
    expect(problems.map((problem) => problem.message)).toEqual([
      expect.stringMatching(/line 4: 2 cells where the heading has 4/),
      expect.stringMatching(/revision is empty/),
      expect.stringMatching(/number is empty/),
      expect.stringMatching(/is no date/),
    ])
    expect(entries.map((entry) => entry.line)).toEqual([2, 7, 8])
  })
  it('names a quote that is never closed', () =>
    expect(readRegister('Number,Revision\nBR-1,"A\nBR-2,B\n').problems[0]).toMatchObject({
      line: 2,
      message: expect.stringMatching(/never closed/),
    }))
  it('says which column is missing and what there is', () =>
    expect(() => readRegister('Number;Title\nBR-1;x')).toThrow(
      /no column for the revision.*it has Number, Title/,
    ))
  it('refuses an empty file', () => expect(() => readRegister('')).toThrow(RegisterError))
  it('takes other headings where the profile names them', () =>
    expect(readRegister('Id,Idx\nBR-1,A', { number: 'Id', revision: 'Idx' }).entries).toHaveLength(1))
})

const file = (path: string, otherwise: Partial<FoundFile> = {}): FoundFile => ({
  path,
  size: 10,
  sha256: `hash of ${path}`,
  problem: null,
  ...otherwise,
})
const register = (...lines: [number: string, revision: string, status?: string][]) =>
  lines.map(([number, revision, status], index) => ({
    line: index + 2,
    number,
    revision,
    title: 'Grip plate',
    date: '2012-01-01',
    author: 'K. Sommer',
    text: 'Changed',
    status: status ?? null,
  }))

const planOf = (files: FoundFile[], more: Partial<PlanInput> = {}) =>
  planIntake({
    files,
    register: [],
    configuration,
    person: steward,
    today: '2026-11-23',
    settlements: {},
    inVault: () => false,
    folders: [{ path: '/', grants: { 'group:vault-administration': ['see', 'edit', 'move', 'adopt'] } }],
    profile: {
      patterns: ['{number}_{revision}.{extension}', '{number}.{extension}'],
      folder: '/',
      states: [{ when: 'legacy_status == "superseded"', state: 'superseded' }],
      otherwise: 'issued',
      attributes: { title: 'title', status: 'legacy_status' },
    },
    ...more,
  })
const codes = (plan: ReturnType<typeof planIntake>) =>
  [
    ...plan.documents.flatMap((document) => document.conflicts),
    ...plan.files.flatMap((read) => read.conflicts),
  ].map((conflict) => conflict.code)

describe('a plan', () => {
  it('keeps the label that a drawing already carries', () => {
    const [document] = planOf([file('BR-1_C.dxf')], {
      register: register(['BR-1', 'A'], ['BR-1', 'B'], ['BR-1', 'C']),
    }).documents
    expect(document).toMatchObject({
      ready: true,
      targetState: 'issued',
      transition: 'take-over-issued',
      prediction: { state: 'issued', revision: 'C', versions: 1, next: 'D' },
    })
    expect(
      document!.prediction!.register.map((row) => [row.label, row.origin, row.version, row.author]),
    ).toEqual([
      ['A', 'legacy', null, 'K. Sommer'],
      ['B', 'legacy', null, 'K. Sommer'],
      ['C', 'adopted', 1, 'K. Sommer'],
    ])
  })
  it('makes the files of one number one document’s versions, in revision order', () => {
    const [document] = planOf(['AB', 'B', 'Y', 'A'].map((label) => file(`x/BR-1_${label}.dxf`))).documents
    expect(document!.files.map((entry) => entry.label)).toEqual(['A', 'B', 'Y', 'AB'])
    expect(document!.prediction).toMatchObject({ versions: 4, revision: 'AB' })
  })
  it('takes one number in any case as one document', () =>
    expect(planOf([file('br-1_A.dxf'), file('BR-1_B.dxf')]).documents).toHaveLength(1))
  it('reads careless labels in canonical form', () =>
    expect(
      planOf([file('BR-1_Rev-c.dxf'), file('BR-2_NC.dxf'), file('BR-3_ b .dxf')]).files.map(
        (read) => read.label,
      ),
    ).toEqual(['C', 'A', 'B']))
  it('takes the label from the register where the name has none', () =>
    expect(
      planOf([file('BR-1.dxf')], { register: register(['BR-1', 'A'], ['BR-1', 'E']) }).documents[0],
    ).toMatchObject({ ready: true, prediction: { revision: 'E' } }))
  it('chooses the target state by the first rule that holds', () =>
    expect(
      planOf([file('BR-1_A.dxf')], { register: register(['BR-1', 'A', 'superseded']) }).documents[0],
    ).toMatchObject({ targetState: 'superseded', ready: true }))

  it.each<[string, FoundFile[], Partial<PlanInput>, string[]]>([
    ['a label that does not parse', [file('BR-1_O.dxf')], {}, ['label-refused']],
    ['no label anywhere', [file('BR-1.dxf')], {}, ['no-label']],
    [
      'the same number and revision twice',
      [file('a/BR-1_B.dxf'), file('b/BR-1_B.dxf')],
      {},
      ['same-revision-twice', 'same-revision-twice'],
    ],
    [
      'two spellings of one label',
      [file('BR-1_B.dxf'), file('BR-1_rev b.dxf')],
      {},
      ['same-revision-twice', 'same-revision-twice'],
    ],
    [
      'a name behind the register',
      [file('BR-1_C.dxf')],
      { register: register(['BR-1', 'D']) },
      ['sources-disagree'],
    ],
    [
      'a name ahead of the register',
      [file('BR-1_C.dxf')],
      { register: register(['BR-1', 'B']) },
      ['sources-disagree'],
    ],
    [
      'a register line whose label does not parse',
      [file('BR-1_C.dxf')],
      { register: register(['BR-1', '?'], ['BR-1', 'C']) },
      ['label-refused'],
    ],
    ['a number that is in the vault', [file('BR-1_C.dxf')], { inVault: () => true }, ['number-in-vault']],
    [
      'a file without a number',
      [file('x_C.dxf')],
      {
        profile: {
          patterns: ['{number:BR-#}_{revision}.*'],
          folder: '/',
          states: [],
          otherwise: 'issued',
          attributes: {},
        },
      },
      ['name-not-read'],
    ],
    ['a class for which no rule is', [file('BR-1_C.xyz')], {}, ['no-class']],
    [
      'a state no adopting way leads to',
      [file('BR-1_C.dxf')],
      {
        profile: {
          patterns: ['{number}_{revision}.*'],
          folder: '/',
          states: [],
          otherwise: 'checking',
          attributes: {},
        },
      },
      ['no-way'],
    ],
    [
      'a person without the rights',
      [file('BR-1_C.dxf')],
      { folders: [{ path: '/' }] },
      ['refused', 'refused'],
    ],
    [
      'an empty file',
      [
        file('BR-1_C.dxf', {
          size: 0,
          sha256: null,
          problem: { code: 'empty-file', message: 'the file is empty' },
        }),
      ],
      {},
      ['empty-file'],
    ],
  ])('holds back %s, with the reason', (_, files, more, expected) => {
    const plan = planOf(files, more)
    expect(codes(plan)).toEqual(expected)
    expect(plan.documents.some((document) => document.ready)).toBe(false)
  })
  it('holds a whole document back for one of its files', () =>
    expect(planOf([file('BR-1_A.dxf'), file('BR-1_O.dxf')]).documents).toMatchObject([
      { ready: false, files: [] },
    ]))
  it('names every file and drops none', () =>
    expect(planOf([file('BR-1_A.dxf'), file('BR-1_O.dxf'), file('BR-2_B.dxf')]).files).toHaveLength(3))

  it.each<[string, FoundFile[], Partial<PlanInput>]>([
    ['a label that does not parse', [file('BR-1_O.dxf')], {}],
    ['the same number and revision twice', [file('a/BR-1_B.dxf'), file('b/BR-1_B.dxf')], {}],
    [
      'a name behind the register',
      [file('BR-1_C.dxf'), file('BR-1_B.dxf')],
      { register: register(['BR-1', 'D']) },
    ],
    [
      'a register line that does not parse',
      [file('BR-1_P.dxf')],
      { register: register(['BR-1', 'O'], ['BR-1', 'P']) },
    ],
  ])('every way out of %s leads on', (_, files, more) => {
    const plan = planOf(files, more)
    const ways = [
      ...plan.documents.flatMap((document) => document.conflicts),
      ...plan.files.flatMap((read) => read.conflicts),
    ].flatMap((conflict) => conflict.waysOut)
    expect(ways.length).toBeGreaterThan(0)
    for (const { key, settlement } of ways) {
      const settled = planOf(files, { ...more, settlements: { [key]: settlement } })
      expect(codes(settled), JSON.stringify(settlement)).toEqual([])
      expect(settled.documents.every((document) => document.ready)).toBe(true)
    }
  })
})

describe('a label that does not parse', () => {
  it('may be taken from the register, which settles it', () => {
    const more = { register: register(['BR-1', 'B'], ['BR-1', 'C']) }
    const [way] = planOf([file('BR-1_rev O.dxf')], more).files[0]!.conflicts[0]!.waysOut
    expect(way).toMatchObject({ text: 'take C, the register’s newest', settlement: { label: 'C' } })
    const settled = planOf([file('BR-1_rev O.dxf')], {
      ...more,
      settlements: { [way!.key]: way!.settlement },
    })
    expect(settled.documents[0]).toMatchObject({ ready: true, prediction: { revision: 'C' } })
  })
})
