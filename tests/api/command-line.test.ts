import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { describe, expect, it } from 'vitest'
import { station, workshop } from '../../core/revision/schemes.fixture'
import { configuration } from '../../demo/configuration'
import { scratchFolder } from '../support/server.mjs'

const folder = scratchFolder('command-line')
const put = (name: string, content: unknown) => {
  writeFileSync(join(folder, name), typeof content === 'string' ? content : JSON.stringify(content))
  return join(folder, name)
}
const ilmenite = (args: string[], input = '') => {
  const { stdout, stderr, status } = spawnSync('node', [resolve('bin/ilmenite.mjs'), ...args], {
    input,
    encoding: 'utf8',
  })
  return {
    status,
    stderr: stderr.trim(),
    answers: stdout
      .trim()
      .split('\n')
      .filter(Boolean)
      .map((line) => JSON.parse(line)),
  }
}
const scheme = put('scheme.json', workshop)
const config = put('configuration.json', configuration)

describe('ilmenite revision', () => {
  it('walks', () => {
    expect(ilmenite(['revision', 'walk', '--scheme', scheme, '--steps', 'minor,major'])).toMatchObject({
      status: 0,
      answers: [['A', 'A-01', 'B']],
    })
    expect(
      ilmenite([
        'revision',
        'walk',
        '--scheme',
        put('station.json', station),
        '--from',
        'P02',
        '--steps',
        'minor,settle,series:contractual',
      ]),
    ).toMatchObject({ status: 0, answers: [['P02', 'P03.01', 'P03', 'C01']] })
    expect(ilmenite(['revision', 'walk', '--scheme', scheme, '--steps', 'series'])).toMatchObject({
      status: 1,
      stderr: 'ilmenite: A stands in the last series of “Workshop letters”',
    })
  })
  it('reads a spelling that is a label too as what it stands for, and says so when asked to check', () => {
    const both = put('both.json', {
      series: [{ id: 'a', major: { kind: 'letters' } }],
      spellings: { NC: 'A' },
    })
    expect(ilmenite(['revision', 'parse', '--scheme', both], 'NC\nND\n').answers).toMatchObject([
      { label: 'NC', ok: true, canonical: 'A' },
      { label: 'ND', ok: true, canonical: 'ND' },
    ])
    expect(ilmenite(['revision', 'check', '--scheme', both])).toMatchObject({
      status: 1,
      answers: [{ valid: false, problems: [{ code: 'ambiguous', labels: ['NC', 'A'] }] }],
    })
  })
  it('infers the order of series from a register, and calls it a guess without one', () => {
    const labels = '1\n2\nA\nB\n'.repeat(20).replaceAll('1\n2\nA\nB', 'B\n1\nA\n2')
    const infer = (...more: string[]) => ilmenite(['revision', 'infer', ...more], labels).answers[0]
    expect(infer().guesses).toHaveLength(1)
    const register = put('order.csv', 'Number,Rev,Date\nN-1,1,2012-01-01\nN-1,A,2011-01-01\n')
    const { scheme: found, guesses } = infer('--register', register)
    expect(guesses).toEqual([])
    expect(found.series.map((series: { major: { kind: string } }) => series.major.kind)).toEqual([
      'letters',
      'digits',
    ])
  })
  it('reads labels line by line, in order', () =>
    expect(ilmenite(['revision', 'parse', '--scheme', scheme], 'C\nrev c\nO\n')).toMatchObject({
      status: 1,
      answers: [
        { label: 'C', ok: true, exact: true, canonical: 'C', series: 'issue' },
        { label: 'rev c', ok: true, exact: false, canonical: 'C', series: 'issue' },
        { label: 'O', ok: false, reason: 'skipped-letter', nearest: ['N', 'P'] },
      ],
    }))
  it('sorts', () =>
    expect(ilmenite(['revision', 'sort', '--scheme', scheme], 'C\nA\nc-1\n?\n')).toMatchObject({
      status: 1,
      answers: [{ sorted: ['A', 'C', 'C-01'], refused: ['?'] }],
    }))
  it('checks a scheme', () => {
    expect(ilmenite(['revision', 'check', '--scheme', scheme])).toMatchObject({
      status: 0,
      answers: [{ valid: true, problems: [] }],
    })
    const bad = put('bad-scheme.json', {
      id: 'b',
      name: 'B',
      series: [{ id: 'a', major: { kind: 'digits' }, separator: '', minor: { kind: 'digits' } }],
    })
    expect(ilmenite(['revision', 'check', '--scheme', bad])).toMatchObject({
      status: 1,
      answers: [{ valid: false, problems: [{ code: 'ambiguous' }] }],
    })
  })
})

describe('ilmenite condition, check and intake', () => {
  it('evaluates conditions', () =>
    expect(
      ilmenite(
        ['condition', 'evaluate', '--attributes', put('attributes.json', configuration.attributes)],
        '{"id":1,"condition":"mass > 2","record":{"mass":3}}\n{"id":2,"condition":"mas > 2","record":{}}\n',
      ),
    ).toMatchObject({
      status: 1,
      answers: [
        { id: 1, value: true },
        { id: 2, error: { position: 0, message: expect.stringContaining('did you mean mass') } },
      ],
    }))
  it('checks a configuration', () => {
    expect(ilmenite(['check', config])).toMatchObject({
      status: 0,
      answers: expect.not.arrayContaining([expect.objectContaining({ severity: 'error' })]),
    })
    expect(ilmenite(['check', put('broken.json', { ...configuration, schemes: [] })])).toMatchObject({
      status: 1,
      answers: expect.arrayContaining([
        expect.objectContaining({ code: 'unknown-reference', severity: 'error' }),
      ]),
    })
  })
  it('reads and plans an archive', () => {
    const archive = join(folder, 'archive')
    mkdirSync(archive)
    for (const name of ['BR-1_A.dxf', 'BR-1_C.dxf', 'BR-2_O.dxf']) writeFileSync(join(archive, name), name)
    const manifest = put(
      'manifest.csv',
      'Number;Revision;Date\nBR-1;A;2010-01-01\nBR-1;B;2011-01-01\nBR-1;C;2012-01-01\n',
    )
    expect(ilmenite(['intake', 'read', archive, '--manifest', manifest]).answers[1]).toMatchObject({
      path: 'BR-1_C.dxf',
      size: 10,
      kind: 'text',
      evidence: {
        revision: [{ value: 'C', source: 'name' }, { value: 'A' }, { value: 'B' }, { value: 'C' }],
      },
      problems: [{ code: 'lying-ending' }],
    })
    const profile = put('profile.json', { folder: '/Grips', otherwise: 'issued' })
    expect(
      ilmenite(['intake', 'plan', archive, '--config', config, '--profile', profile, '--manifest', manifest]),
    ).toMatchObject({
      status: 1,
      answers: [
        {
          number: 'BR-1',
          class: 'drawing',
          state: 'issued',
          revision: 'C',
          ready: true,
          register: [
            { revision: 'A', origin: 'legacy', version: 1 },
            { revision: 'B', origin: 'legacy' },
            { revision: 'C', origin: 'adopted', version: 2 },
          ],
          files: [
            { path: 'BR-1_A.dxf', version: 1 },
            { path: 'BR-1_C.dxf', version: 2 },
          ],
        },
        { number: 'BR-2', ready: false, conflicts: [{ code: 'label-refused' }] },
      ],
    })
  })
})

const acting = {
  people: [
    { id: 'ada', name: 'Ada', mail: 'ada@brackwater.example', groups: ['grips-carriers'], active: true },
    { id: 'bo', name: 'Bo', mail: 'bo@brackwater.example', groups: ['checking'], active: true },
  ],
  folders: [
    {
      path: '/',
      grants: { anyone: ['see', 'open', 'history', 'edit', 'move'] },
      roles: { author: ['group:grips-carriers'], checker: ['group:checking'] },
    },
  ],
}

describe('ilmenite rehearse', () => {
  const file = {
    act: 'file',
    person: 'ada',
    number: 'BR-1',
    folder: '/',
    fileName: 'BR-1.dxf',
    class: 'part',
  }
  const run = (acts: object[]) =>
    ilmenite(
      [
        'rehearse',
        put('rehearse.json', configuration),
        '--directory',
        put('actors.json', acting),
        '--today',
        '2026-03-01',
      ],
      acts.map((act) => JSON.stringify(act)).join('\n'),
    )
  it('answers each act by what would happen, or by every reason against it', () => {
    const { answers, status } = run([
      { id: 1, ...file },
      { id: 2, act: 'fire', person: 'bo', number: 'BR-1', transition: 'send-to-check' },
      { id: 3, act: 'edit', person: 'ada', number: 'BR-1', record: { material: 'S355', mass: 2 } },
      { id: 4, act: 'fire', person: 'ada', number: 'BR-1', transition: 'send-to-check' },
      { id: 5, act: 'check-out', person: 'ada', number: 'BR-9' },
    ])
    expect(status).toBe(0)
    expect(answers.map(({ id, ok }) => [id, ok])).toEqual([
      [1, true],
      [2, false],
      [3, true],
      [4, true],
      [5, false],
    ])
    expect(answers[3].document).toMatchObject({ number: 'BR-1', state: 'checking', version: 1, owner: 'ada' })
    expect(answers[4].reasons).toEqual([
      {
        rule: 'not-found',
        message: expect.any(String),
        where: expect.any(String),
        wayOut: expect.any(String),
      },
    ])
  })
  it('ends badly where an act comes out otherwise than expected, or is none', () => {
    expect(run([{ ...file, expect: { ok: true, document: { state: 'drafting' } } }]).status).toBe(0)
    expect(run([{ ...file, expect: { ok: true, document: { state: 'issued' } } }]).status).toBe(1)
    expect(run([{ ...file, folder: '/Nowhere' }]).status).toBe(0)
    const { answers, status } = run([{ id: 'x', act: 'fly', person: 'ada', number: 'BR-1' }])
    expect([status, answers[0].id, answers[0].error.message]).toEqual([
      1,
      'x',
      expect.stringMatching(/an act is one of/),
    ])
  })
})

describe('ilmenite plan', () => {
  const run = (...more: string[]) =>
    ilmenite([
      'plan',
      ...[put('plan.json', configuration), '--directory', put('actors.json', acting), '--folder', '/'],
      ...['--lifecycle', 'workshop-document', '--from', 'drafting', ...more],
    ])
  it('is the shortest list of acts by people who may do them', () => {
    const { answers, status } = run('--to', 'checking', '--owner', 'ada')
    expect(status).toBe(0)
    expect(answers).toEqual([
      {
        acts: [
          { person: 'ada', act: 'edit', record: expect.objectContaining({ material: expect.any(String) }) },
          { person: 'ada', act: 'fire', transition: 'send-to-check' },
        ],
      },
    ])
    const record = put('record.json', { material: 'S355', mass: 2 })
    expect(run('--to', 'checking', '--record', record).answers[0].acts).toHaveLength(1)
  })
  it('is none where nobody can, with what stands in the way', () => {
    const { answers, status } = run('--to', 'superseded')
    expect([status, answers[0].acts]).toEqual([1, null])
    expect(answers[0].because.map(({ rule }: { rule: string }) => rule)).toContain('fired-by')
  })
  it('names what the configuration has not', () => {
    const { stderr, status } = run('--to', 'nowhere')
    expect([status, stderr]).toEqual([2, expect.stringMatching(/no state of Workshop document “nowhere”/)])
  })
})

describe('ilmenite access explain', () => {
  const directory = {
    people: [
      { id: 'ada', name: 'Ada', mail: null, groups: ['grips-carriers'], active: true },
      { id: 'bo', name: 'Bo', mail: null, groups: [], active: false },
    ],
    folders: [
      { path: '/', grants: { anyone: ['see'], owner: ['edit'] } },
      { path: '/Grips', roles: { author: ['group:grips-carriers'] }, withhold: { 'person:ada': ['see'] } },
    ],
  }
  it('answers each question by its own, with every rule and where it is set', () => {
    const files = [put('access.json', configuration), '--directory', put('directory.json', directory)]
    const document = { folder: '/', lifecycle: 'note', state: 'drafting' }
    const questions = [
      { id: 1, person: 'ada', right: 'see', document },
      { id: 2, person: 'ada', right: 'see', document: { ...document, folder: '/Grips' } },
      { id: 3, person: 'ada', right: 'edit', document: { ...document, owner: 'ada' } },
      { id: 4, person: 'bo', right: 'see', document },
      { id: 5, person: 'nobody', right: 'see', document },
      { id: 6, person: 'ada', right: 'fly', document },
    ]
    const input = questions.map((question) => JSON.stringify(question)).join('\n')
    const { answers, status } = ilmenite(['access', 'explain', ...files], input)
    expect(answers.map(({ id, allowed }) => [id, allowed])).toEqual([
      [1, true],
      [2, false],
      [3, true],
      [4, false],
      [5, undefined],
      [6, undefined],
    ])
    expect(answers[1].because).toContainEqual({
      where: 'folder /Grips',
      message: 'the folder /Grips withholds “see” from Ada',
    })
    expect(answers[4].error.message).toBe('there is no person “nobody” in the directory')
    expect(answers[5].error.message).toMatch(/right is none of see, history/)
    expect(status).toBe(1)
  })
})

describe('wrong use', () => {
  it.each<[string, string[], RegExp]>([
    [
      'a file that is not there',
      ['revision', 'check', '--scheme', 'none.json'],
      /none\.json does not exist$/,
    ],
    [
      'broken JSON',
      ['revision', 'check', '--scheme', put('half.json', '{\n  "series": [,]\n}')],
      /half\.json, line 2, column 14: the JSON is broken/,
    ],
    [
      'JSON that is no scheme',
      ['revision', 'walk', '--scheme', put('list.json', []), '--steps', 'major'],
      /is no revision scheme/,
    ],
    [
      'a configuration of another format',
      ['check', put('other.json', { format: 'x' })],
      /is no configuration/,
    ],
    [
      'a configuration that lacks parts',
      ['check', put('lacking.json', { ...configuration, roles: undefined, states: [{ name: 'Draft' }] })],
      /lacking\.json is no configuration: line \d+, column \d+: states\[0\] lacks "id"; line 1, column 1: lacks "roles"$/,
    ],
    [
      'a configuration with a part of another kind',
      [
        'check',
        put('other-kind.json', {
          ...configuration,
          lifecycles: [{ ...configuration.lifecycles[0], transitions: [{ trigger: 'magic' }, null] }],
        }),
      ],
      /lifecycles\[0\]\.transitions\[0\] lacks "name"; .*transitions\[0\]\.trigger is none of hand, unattended, quorum; .*transitions\[1\] is no object/,
    ],
    [
      'people without groups',
      [
        'check',
        put('whole.json', configuration),
        '--directory',
        put('people.json', { people: [{ id: 'a', name: 'A' }], folders: {} }),
      ],
      /people\.json is no directory: .*people\[0\] lacks "groups"; .*folders is no list/,
    ],
    [
      'attributes that are none',
      ['condition', 'solve', '--attributes', put('colours.json', [{ id: 'x', type: 'colour' }])],
      /is no array of attributes: .*\[0\] lacks "name"; .*\[0\]\.type is none of/,
    ],
    [
      'a profile with everything wrong',
      [
        'intake',
        'plan',
        folder,
        '--config',
        put('for-profile.json', configuration),
        '--profile',
        put('faulty.json', {
          patterns: ['{number', '{number}'],
          states: [{ when: 'mas > 1', state: 'nowhere' }],
          otherwise: 'issued',
        }),
      ],
      /faulty\.json is no profile: .*patterns\[0\] pattern 1, character 1: .*never closed.*; .*states\[0\]\.when .*did you mean mass\?; .*there is no state “nowhere” in the catalogue$/,
    ],
    [
      'a profile of another kind',
      ['intake', 'read', folder, '--profile', put('list-profile.json', { patterns: 'x' })],
      /is no profile: line \d+, column \d+: patterns is no list$/,
    ],
    ['a folder that is none', ['intake', 'read', 'nowhere'], /nowhere is no folder/],
    ['a data folder that is none', ['audit', 'verify', '--data', folder], /is no data folder of Ilmenite/],
  ])('%s gets one plain sentence', (_, args, message) => {
    const { status, stderr } = ilmenite(args)
    expect(stderr).toMatch(message)
    expect(stderr.split('\n')).toHaveLength(1)
    expect(status).toBe(2)
  })
  it('shows what there is', () =>
    expect(ilmenite(['nonsense'])).toMatchObject({ status: 2, stderr: expect.stringContaining('revision') }))
})

describe('ilmenite file', () => {
  const drawing = resolve('tests/corpus/title-block-r12.dxf')
  const valueAt = (answer: { places: { place: string; value: string }[] }, place: string) =>
    answer.places.find((one) => one.place === place)?.value

  it('reads files, and everything in a folder, a line each', () => {
    const { status, answers } = ilmenite(['file', 'read', drawing, resolve('tests/corpus/note.odt')])
    expect(status).toBe(0)
    expect(answers.map(({ path, kind, problems }) => [path, kind, problems])).toEqual([
      [drawing, 'dxf', []],
      [resolve('tests/corpus/note.odt'), 'odf', []],
    ])
    expect(answers[0].history).toContainEqual({
      revision: 'A',
      date: '2014-03-01',
      by: 'je',
      text: 'First issue',
    })
    expect(answers[0].places).toContainEqual({ place: 'field:REV', value: 'C', writable: true })
    expect(ilmenite(['file', 'read', resolve('tests/corpus')]).answers.length).toBeGreaterThan(15)
  })
  it('writes several places into a new file, and leaves the old one', () => {
    const out = join(folder, 'written', 'new.dxf')
    const { status, answers } = ilmenite([
      ...['file', 'write', drawing, '--set', 'field:REV=D', '--set', 'field:STATUS=a=b', '--out', out],
    ])
    expect(status).toBe(0)
    expect(answers).toEqual([
      {
        path: drawing,
        written: [
          { place: 'field:REV', before: 'C', after: 'D' },
          { place: 'field:STATUS', before: 'Drafting', after: 'a=b' },
        ],
        problems: [],
      },
    ])
    const [fresh, old] = ilmenite(['file', 'read', out, drawing]).answers
    expect([valueAt(fresh, 'field:REV'), valueAt(fresh, 'field:STATUS'), valueAt(old, 'field:REV')]).toEqual([
      ...['D', 'a=b', 'C'],
    ])
  })
  it('writes nothing where one place cannot be written', () => {
    const out = join(folder, 'not.dxf')
    const { status, answers } = ilmenite([
      ...['file', 'write', drawing, '--set', 'field:REV=D', '--set', 'field:Status=x', '--out', out],
    ])
    expect(status).toBe(1)
    expect(answers).toMatchObject([{ written: [], problems: [{ code: 'near-miss' }] }])
    expect(existsSync(out)).toBe(false)
  })
  it('draws the blocks of a register, and the same twice', () => {
    const row = (label: string, date: string) => ({
      label,
      origin: 'legacy',
      version: 1,
      date,
      author: 'M. Feldhaus',
    })
    const rows = [row('A', '2014-03-01'), row('B', '2015-05-02'), row('C', '2026-01-05')]
    const register = put('register.json', rows)
    const [once, twice] = [join(folder, 'once.dxf'), join(folder, 'twice.dxf')]
    const draw = (path: string, label: string, out: string) =>
      ilmenite(['file', 'revisions', path, '--register', register, '--transfer', label, '--out', out])
    expect(draw(resolve('tests/corpus/outline.dxf'), 'B', once)).toMatchObject({
      status: 0,
      answers: [{ live: 2, carriedOver: 2, problems: [] }],
    })
    expect(draw(once, 'B', twice).status).toBe(0)
    expect(readFileSync(twice).equals(readFileSync(once))).toBe(true)
    const { history } = ilmenite(['file', 'read', once]).answers[0]
    expect(history.map(({ revision }: { revision: string }) => revision)).toEqual(['A', 'B', 'C'])
    expect(draw(once, 'X', twice)).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('no row with the label X'),
    })
  })
  it.each([
    [['read', '/nowhere.dxf'], '/nowhere.dxf does not exist'],
    [['write', drawing, '--out', 'x.dxf'], 'nothing is to be written'],
    [['write', drawing, '--set', 'REV', '--out', 'x.dxf'], 'is no PLACE=VALUE'],
    [['write', folder, '--set', 'field:REV=D', '--out', 'x.dxf'], 'is no file'],
  ])('refuses %j', (args, words) => {
    const { status, stderr } = ilmenite(['file', ...args])
    expect(status).toBe(2)
    expect(stderr).toContain(words)
  })
})
