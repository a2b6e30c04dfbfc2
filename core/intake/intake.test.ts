import type { Attribute } from '../attribute'
import type { Configuration } from '../configuration'
import { configuration, steward } from '../engine/world.fixture'
import { namePattern, PatternError } from './pattern'
import { type PlanInput, planIntake } from './plan'
import { readRegister, type RegisterEntry, RegisterError } from './register-file'
import type { Conflict, FoundFile, Profile } from './types'
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

const planProfile: Profile = {
  patterns: ['{number}_{revision}.{extension}', '{number}.{extension}'],
  folder: '/',
  states: [{ when: 'legacy_status == "superseded"', state: 'superseded' }],
  otherwise: 'issued',
  attributes: { title: 'title', status: 'legacy_status' },
}
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
    profile: planProfile,
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

/** Register lines, each with what differs from the usual. */
const lines = (
  ...given: [number: string, revision: string, rest?: Partial<RegisterEntry>][]
): RegisterEntry[] =>
  given.map(([number, revision, rest], index) => ({
    line: index + 2,
    ...{ number, revision, title: null, date: null, author: null, text: null, status: null },
    ...rest,
  }))
const profile = (rest: Partial<Profile> = {}): Profile => ({
  patterns: ['{number}_{revision}_{status}.{extension}', '{number}_{revision}.{extension}'],
  folder: '/',
  states: [{ when: 'legacy_status == "obsolete"', state: 'superseded' }],
  otherwise: 'issued',
  attributes: { title: 'title', status: 'legacy_status' },
  ...rest,
})

describe('what is true of a document now', () => {
  it('is what the register says of its newest revision, wherever that line stands', () => {
    const [document] = planOf([file('BR-1_A.dxf'), file('BR-1_C.dxf')], {
      register: lines(
        ['BR-1', 'C', { status: 'released', title: 'Grip plate', date: '2014-01-01', author: 'A. Reiss' }],
        ['BR-1', 'A', { status: 'obsolete', title: 'Plate', date: '2011-01-01', author: 'K. Sommer' }],
      ),
      profile: profile(),
    }).documents
    expect(document).toMatchObject({
      ready: true,
      title: 'Grip plate',
      targetState: 'issued',
      record: { legacy_status: 'released', title: 'Grip plate' },
      prediction: { state: 'issued', revision: 'C' },
    })
    expect(document!.prediction!.register.map(({ label, date, author }) => [label, date, author])).toEqual([
      ['A', '2011-01-01', 'K. Sommer'],
      ['C', '2014-01-01', 'A. Reiss'],
    ])
  })
  it('is what the name of its newest file says, whichever file comes first', () => {
    for (const paths of [
      ['BR-1_A_released.dxf', 'BR-1_B_obsolete.dxf'],
      ['x/BR-1_B_obsolete.dxf', 'y/BR-1_A_released.dxf'],
    ])
      expect(
        planOf(
          paths.map((path) => file(path)),
          { profile: profile() },
        ).documents[0],
      ).toMatchObject({
        ready: true,
        targetState: 'superseded',
        prediction: { revision: 'B', state: 'superseded' },
      })
  })
  it('is the class of its newest file', () => {
    expect(planOf([file('BR-1_A.stp'), file('BR-1_B.dxf')]).documents[0]).toMatchObject({
      classId: 'drawing',
    })
    expect(planOf([file('BR-1_A.dxf'), file('BR-1_B.stp')]).documents[0]).toMatchObject({ classId: 'part' })
  })
  it('is nothing that only an earlier revision says, but for the title', () => {
    const [document] = planOf([file('BR-1_A.dxf'), file('BR-1_B.dxf')], {
      register: lines(['BR-1', 'A', { status: 'obsolete', title: 'Plate' }], ['BR-1', 'B']),
      profile: profile(),
    }).documents
    expect(document).toMatchObject({
      ready: true,
      title: 'Plate',
      targetState: 'issued',
      record: { title: 'Plate' },
    })
    expect(document!.record).not.toHaveProperty('legacy_status')
  })
  it('is a day in the record however the name writes it', () => {
    const [document] = planOf([file('BR-1_A_31.12.2014.dxf')], {
      profile: profile({ patterns: ['{number}_{revision}_{date}.dxf'], attributes: { date: 'legacy_date' } }),
      configuration: withAttribute({ id: 'legacy_date', name: 'Legacy date', type: 'date' }),
    }).documents
    expect(document).toMatchObject({ ready: true, record: { legacy_date: '2014-12-31' } })
    expect(document!.prediction!.register[0]).toMatchObject({ label: 'A', date: '2014-12-31' })
  })
})

const withAttribute = (attribute: Attribute): Configuration => ({
  ...configuration,
  attributes: [...configuration.attributes.filter(({ id }) => id !== attribute.id), attribute],
})

describe('a value that an attribute cannot hold', () => {
  const choice: Attribute = {
    id: 'legacy_status',
    name: 'Legacy status',
    type: 'choice',
    choices: ['released', 'obsolete', 'drawn'],
  }
  const plan = (status: string, attribute: Attribute, settlements = {}) =>
    planOf([file('BR-1_A.dxf')], {
      register: lines(['BR-1', 'A', { status, date: '2014-01-01' }]),
      configuration: withAttribute(attribute),
      profile: profile({ states: [] }),
      settlements,
    })
  it('is a conflict, with the nearest choices as ways out', () => {
    const held = plan('relesed', choice)
    expect(held.documents[0]).toMatchObject({ ready: false, conflicts: [{ code: 'value-refused' }] })
    const ways = held.documents[0]!.conflicts[0]!.waysOut
    expect(ways.map(({ text }) => text)).toEqual([
      'take released',
      'take obsolete',
      'take drawn',
      'leave Legacy status empty',
      'leave the status out of every record',
    ])
    for (const { key, settlement } of ways)
      expect(plan('relesed', choice, { [key]: settlement }).documents[0]!.ready, key).toBe(true)
    expect(plan('relesed', choice, { [ways[0]!.key]: ways[0]!.settlement }).documents[0]!.record).toEqual({
      legacy_status: 'released',
      legacy_revision: 'A',
    })
    expect(plan('drawn', choice).documents[0]!.ready).toBe(true)
  })
  it.each<[string, Attribute, boolean]>([
    ['7', { ...choice, type: 'number', choices: undefined }, true],
    ['seven', { ...choice, type: 'number', choices: undefined }, false],
    ['2014-01-01', { ...choice, type: 'number', choices: undefined }, false],
    ['7', { ...choice, type: 'number', choices: undefined, max: 5 }, false],
    ['2014-01-01', { ...choice, type: 'date', choices: undefined }, true],
    ['released', { ...choice, type: 'date', choices: undefined }, false],
    ['yes', { ...choice, type: 'yesno', choices: undefined }, true],
  ])('“%s” into %o: ready %s', (status, attribute, ready) =>
    expect(plan(status, attribute).documents[0]!.ready).toBe(ready),
  )
  it('is any value of an attribute that does not exist', () => {
    const asked = (attributes: Profile['attributes'], settlements = {}) =>
      planOf([file('BR-1_A.dxf')], {
        register: lines(['BR-1', 'A', { status: 'released', author: 'A. Reiss' }]),
        profile: profile({ attributes }),
        settlements,
      }).documents[0]!
    const held = asked({ status: 'none' })
    expect(held.conflicts.map(({ code }) => code)).toEqual(['no-attribute'])
    const [{ key, settlement }] = held.conflicts[0]!.waysOut as [Conflict['waysOut'][number]]
    expect(asked({ status: 'none' }, { [key]: settlement }).ready).toBe(true)
    expect(asked({ author: 'none', status: 'legacy_status' }).ready).toBe(false)
    expect(asked({ title: 'none', status: 'legacy_status' }).ready).toBe(true)
    expect(asked({ author: 'legacy_status', status: 'legacy_status' }).ready).toBe(false)
  })
  it('may be the label itself', () => {
    const unfit = withAttribute({ id: 'legacy_revision', name: 'Legacy revision', type: 'number' })
    expect(codes(planOf([file('BR-1_A.dxf')], { configuration: unfit }))).toEqual(['value-refused'])
  })
})

describe('what would go by in silence', () => {
  const same = (...paths: string[]) => paths.map((path) => file(path, { sha256: 'one content' }))
  it.each<[string, FoundFile[], Partial<PlanInput>, string[]]>([
    ['one content under two numbers', same('BR-1_A.dxf', 'BR-2_A.dxf'), {}, ['same-content', 'same-content']],
    ['one content at two revisions', same('BR-1_A.dxf', 'BR-1_B.dxf'), {}, ['same-content', 'same-content']],
    ['two contents', [file('BR-1_A.dxf'), file('BR-2_A.dxf')], {}, []],
    [
      'one content at one revision, which is another conflict',
      same('a/BR-1_A.dxf', 'b/BR-1_A.dxf'),
      {},
      ['same-revision-twice', 'same-revision-twice'],
    ],
    [
      'two lines for one revision that differ',
      [file('BR-1_A.dxf')],
      { register: lines(['BR-1', 'A', { text: 'First' }], ['BR-1', 'rev a', { text: 'Second' }]) },
      ['line-twice'],
    ],
    [
      'two lines for one revision that say the same',
      [file('BR-1_A.dxf')],
      { register: lines(['BR-1', 'A', { text: 'First' }], ['BR-1', 'A', { text: 'First' }]) },
      [],
    ],
    [
      'a title that name and register say differently',
      [file('BR-1_A_Grip plate.dxf')],
      {
        register: lines(['BR-1', 'A', { title: 'Cover' }]),
        profile: profile({ patterns: ['{number}_{revision}_{title}.dxf'] }),
      },
      ['sources-disagree'],
    ],
    [
      'a title that differs in case and hyphens alone',
      [file('BR-1_A_Grip-plate.dxf')],
      {
        register: lines(['BR-1', 'A', { title: 'GRIP  PLATE' }]),
        profile: profile({ patterns: ['{number}_{revision}_{title}.dxf'] }),
      },
      [],
    ],
    [
      'a title that differs from that of another revision',
      [file('BR-1_B_Grip plate.dxf')],
      {
        register: lines(['BR-1', 'A', { title: 'Cover' }], ['BR-1', 'B']),
        profile: profile({ patterns: ['{number}_{revision}_{title}.dxf'] }),
      },
      [],
    ],
    [
      'a status of an earlier revision that name and register say differently',
      [file('BR-1_A_released.dxf'), file('BR-1_B.dxf')],
      {
        register: lines(['BR-1', 'A', { status: 'obsolete' }], ['BR-1', 'B']),
        profile: profile(),
      },
      ['sources-disagree'],
    ],
    [
      'a status that goes nowhere',
      [file('BR-1_A_released.dxf')],
      {
        register: lines(['BR-1', 'A', { status: 'obsolete' }]),
        profile: profile({ attributes: {}, states: [] }),
      },
      [],
    ],
    [
      'a line of whose number there is no file',
      [file('BR-1_A.dxf')],
      { register: lines(['BR-1', 'A'], ['BR-2', 'A'], ['BR-2', 'B']) },
      ['line-without-file'],
    ],
    [
      'a line of an earlier revision without a file, which is history',
      [file('BR-1_B.dxf')],
      { register: lines(['BR-1', 'A'], ['BR-1', 'B']) },
      [],
    ],
  ])('%s', (_, files, more, expected) => {
    const plan = planOf(files, more)
    expect(codes(plan)).toEqual(expected)
    for (const { ready, number } of plan.documents)
      if (expected.length) {
        const own = plan.files.filter((read) => read.number === number).flatMap(({ conflicts }) => conflicts)
        const document = plan.documents.find((other) => other.number === number)!
        expect(ready).toBe(own.length + document.conflicts.length === 0)
      } else expect(ready).toBe(true)
    // Every way out leads on.
    for (const { key, settlement } of [...plan.documents, ...plan.files].flatMap(({ conflicts }) =>
      conflicts.flatMap(({ waysOut }) => waysOut),
    )) {
      const settled = codes(planOf(files, { ...more, settlements: { [key]: settlement } }))
      expect(settled.length, `${key} ${JSON.stringify(settlement)}`).toBeLessThan(expected.length)
    }
  })
  it('is listed at once where a thousand files are one', () => {
    const many = same(...Array.from({ length: 5000 }, (_, at) => `N-${at}_A.dxf`))
    const [conflict] = planOf(many).files.at(-1)!.conflicts
    expect(conflict!.message).toMatch(/and 4994 more: one of them/)
    expect(conflict!.waysOut).toHaveLength(8)
  })
  it('names what is the same, and where', () => {
    const [one] = planOf(same('a/BR-1_A.dxf', 'BR-2_B.dxf')).files[0]!.conflicts
    expect(one!.message).toBe(
      'BR-1 at A has the content of BR-2 at B (BR-2_B.dxf): one of them may be the wrong file',
    )
  })
})

describe('what stands inside of files', () => {
  type Inside = NonNullable<FoundFile['inside']>
  const inside = (more: Partial<Inside>): Partial<FoundFile> => ({
    inside: { kind: 'dxf', places: [], history: [], references: [], problems: [], ...more },
  })
  const fields = (values: Record<string, string>) =>
    inside({ places: Object.entries(values).map(([place, value]) => ({ place, value })) })
  const row = (revision: string, date = '', by = '', text = '') => ({ revision, date, by, text })
  const only = (files: FoundFile[], more: Partial<PlanInput> = {}) => planOf(files, more).documents[0]!
  const messages = ({ documents, files }: ReturnType<typeof planOf>) =>
    [...documents, ...files].flatMap(({ conflicts }) => conflicts.map(({ message }) => message))

  it('gives number, label and title where the name says none', () =>
    expect(
      only(
        [file('Overview.dxf', fields({ 'field:DWG_NO': 'BR-7', 'field:REV': 'D', 'field:TITLE': 'Clamps' }))],
        {
          profile: { ...planProfile, patterns: ['{number:BR-*}_{revision}.{extension}'] },
        },
      ),
    ).toMatchObject({ number: 'BR-7', title: 'Clamps', ready: true, prediction: { revision: 'D' } }))

  it('is held against the name: the label in the title block', () => {
    const files = [file('BR-1_C.dxf', fields({ 'field:REV': 'D' }))]
    const plan = planOf(files)
    expect(messages(plan)).toEqual([
      'BR-1_C.dxf: the sources disagree on the revision: name says C, the file, field:REV says D',
    ])
    const [takeC, takeD, trustName, trustFile] = plan.files[0]!.conflicts[0]!.waysOut
    const settledBy = (way: Conflict['waysOut'][number]) =>
      only(files, { settlements: { [way.key]: way.settlement } }).prediction?.revision
    expect([takeC, takeD, trustName, trustFile].map((way) => settledBy(way!))).toEqual(['C', 'D', 'C', 'D'])
  })
  it.each([
    ['the same label in another spelling', { 'field:REV': 'Rev. c' }],
    ['a dash for none', { 'field:REV': '—' }],
    ['a version that the modelling program counts', { 'product:version': '1.0' }],
    ['metadata, which may speak of anything', { 'core:title': 'Unnamed', 'product:id': 'X-9' }],
    ['who drew it first, and when', { 'field:DRAWN': 'A. Reiss', 'field:DATE': '2001-01-01' }],
  ])('is no disagreement: %s', (_, places) =>
    expect(messages(planOf([file('BR-1_C.dxf', fields(places))]))).toEqual([]),
  )
  it('is held against the name: the number', () =>
    expect(messages(planOf([file('BR-1_C.dxf', fields({ 'property:Drawing number': 'BR-2' }))]))).toEqual([
      'BR-1_C.dxf: the sources disagree on the number: name says BR-1, the file, property:Drawing number says BR-2',
    ]))
  it('says which label is meant where that of the name is none', () =>
    expect(
      planOf([file('BR-1_O.dxf', fields({ 'field:REV': 'C' }))]).files[0]!.conflicts[0]!.waysOut.map(
        ({ text }) => text,
      ),
    ).toContain('take C, which the file, field:REV says'))

  const table = [row('A', '3.5.2011', 'KS', 'First issue'), row('B', '2012-01-04', 'AR'), row('C')]
  const history = (document: ReturnType<typeof only>) =>
    document.prediction!.register.map(({ label, date, author, text }) => [label, date, author, text])
  it('makes the register of its revision table', () =>
    expect(history(only([file('BR-1_C.dxf', inside({ history: table }))]))).toEqual([
      ['A', '2011-05-03', 'KS', 'First issue'],
      ['B', '2012-01-04', 'AR', null],
      ['C', null, null, null],
    ]))
  it('fills what lines of the register leave out, and changes nothing of them', () => {
    const lines = register(['BR-1', 'A'], ['BR-1', 'B'], ['BR-1', 'C']).map((line) => ({
      ...line,
      text: null,
    }))
    expect(
      history(only([file('BR-1_C.dxf', inside({ history: table }))], { register: lines })),
    ).toMatchObject([
      ['A', '2012-01-01', 'K. Sommer', 'First issue'],
      ['B', '2012-01-01', 'K. Sommer', null],
      ['C', '2012-01-01', 'K. Sommer', null],
    ])
  })
  it('takes what is said of a revision from the sheet of that revision', () =>
    expect(
      history(
        only([
          file('BR-1_A.dxf', inside({ history: [row('A', '2011-05-03', 'KS', 'As first drawn')] })),
          file('BR-1_C.dxf', inside({ history: table })),
        ]),
      )[0],
    ).toEqual(['A', '2011-05-03', 'KS', 'As first drawn']))
  it('is held against the name: the newest row of the revision table', () =>
    expect(messages(planOf([file('BR-1_C.dxf', inside({ history: [...table, row('D')] }))]))).toEqual([
      'BR-1_C.dxf: the sources disagree on the revision: name says C, the revision table, row 4 says D',
    ]))
  it('names the row whose label is none, and goes on without it', () => {
    const files = [file('BR-1_C.dxf', inside({ history: [row('O'), ...table] }))]
    const plan = planOf(files)
    expect(messages(plan)[0]).toMatch(/BR-1, row 1 of the revision table in BR-1_C.dxf: “O” uses a letter/)
    const way = plan.documents[0]!.conflicts[0]!.waysOut.find(({ text }) => text === 'leave row 1 out')!
    expect(only(files, { settlements: { [way.key]: way.settlement } }).ready).toBe(true)
  })
  it('takes initials for the person who has them', () =>
    expect(
      messages(
        planOf([file('BR-1_C.dxf', inside({ history: [row('C', '2012-01-01', 'k.s.', 'Changed')] }))], {
          register: register(['BR-1', 'C']),
        }),
      ),
    ).toEqual([]))

  it('follows references by path, by name and by number', () => {
    const plan = planOf(
      [
        file(
          'a/BR-1_C.dxf',
          inside({
            references: [
              '../b/BR-2_A.dxf',
              'C:\\old\\BR-3_B.dxf',
              'BR-4',
              'BR-1_C.dxf',
              'https://x.example/',
            ].map((target) => ({ target })),
          }),
        ),
        file('b/BR-2_A.dxf'),
        file('b/BR-3_A.dxf'),
      ],
      { inVault: (number) => number === 'BR-4' },
    )
    expect(plan.documents[0]!.references.map(({ number }) => number)).toEqual(['BR-2', 'BR-3', 'BR-4'])
  })
  it('holds back what refers to nothing, until that is left out; a part inside of a model is no file', () => {
    const references = [{ target: 'frame.dxf' }]
    const files = [file('BR-1_C.dxf', inside({ references }))]
    expect(messages(planOf(files))).toEqual([
      'BR-1_C.dxf refers to frame.dxf, found neither in the archive nor in the vault',
    ])
    expect(only(files, { settlements: { 'all:missing-reference': { withoutMissing: true } } }).ready).toBe(
      true,
    )
    expect(codes(planOf([file('BR-1_C.dxf', inside({ kind: 'step', references }))]))).toEqual([])
  })

  const mass: Attribute = {
    ...{ id: 'mass', name: 'Mass', type: 'number' },
    bindings: [{ extensions: ['dxf'], place: 'property:Mass', mode: 'read' }],
  }
  const bound = { ...configuration, attributes: [...configuration.attributes, mass] }
  it('fills the record where attributes are bound to it', () =>
    expect(
      only([file('BR-1_C.dxf', fields({ 'property:Mass': '16,3' }))], { configuration: bound }).record,
    ).toMatchObject({ mass: 16.3 }))
  it('names a value that its attribute cannot hold', () => {
    const files = [file('BR-1_C.dxf', fields({ 'property:Mass': 'heavy' }))]
    const plan = planOf(files, { configuration: bound })
    expect(messages(plan)).toEqual(['BR-1_C.dxf, property:Mass: Mass takes a number, not “heavy”'])
    expect(
      only(files, { configuration: bound, settlements: { 'attribute mass': { leaveOut: true } } }).ready,
    ).toBe(true)
  })
})
