import { spawnSync } from 'node:child_process'
import { mkdirSync, writeFileSync } from 'node:fs'
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
    expect(ilmenite(['check', put('configuration.json', configuration)])).toMatchObject({
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
      kind: 'dxf',
      evidence: {
        revision: [{ value: 'C', source: 'name' }, { value: 'A' }, { value: 'B' }, { value: 'C' }],
      },
      problems: [],
    })
    const profile = put('profile.json', { folder: '/Grips', otherwise: 'issued' })
    expect(
      ilmenite([
        'intake',
        'plan',
        archive,
        '--config',
        join(folder, 'configuration.json'),
        '--profile',
        profile,
        '--manifest',
        manifest,
      ]),
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
