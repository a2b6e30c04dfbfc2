import { spawnSync } from 'node:child_process'
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { XMLParser, XMLValidator } from 'fast-xml-parser'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { configuration } from '../../demo/configuration'
import { demoData, scratchFolder, signIn, startServer } from '../support/server.mjs'

let server: Awaited<ReturnType<typeof startServer>>
let mara: Awaited<ReturnType<typeof signIn>>

beforeAll(async () => {
  server = await startServer(demoData())
  mara = await signIn(server.url)
})
afterAll(() => server.stop())

const state = async () => (await mara('GET', 'configuration')).body
const change = async (): Promise<number> => (await state()).draft.change
const edit = async (body: object) => mara('POST', 'draft/edits', { change: await change(), edit: body })
const publish = async (more: object = {}) =>
  mara('POST', 'draft/publish', { change: await change(), ...more })
const discard = async () => mara('DELETE', 'draft', { change: await change() })
const bring = async (content: string, fileName = 'c.json') =>
  mara(
    'PUT',
    `draft/import?${new URLSearchParams({ change: String(await change()), fileName })}`,
    new TextEncoder().encode(content),
  )

describe('a state with documents in it', () => {
  it('is removed only with a plan of where they go, and each of them remembers', async () => {
    await edit({ kind: 'remove-state', lifecycle: 'workshop-document', state: 'superseded' })
    const stranded = (await mara('GET', 'draft/stranded')).body
    expect(stranded).toEqual([
      expect.objectContaining({
        lifecycle: 'workshop-document',
        state: 'superseded',
        stateName: 'Superseded',
        targets: ['drafting', 'checking', 'issued'],
      }),
    ])
    expect((await publish()).text).toMatch(
      /documents stand in Superseded of Workshop document\. Say where they go/,
    )
    expect(
      (await publish({ moves: [{ lifecycle: 'workshop-document', state: 'superseded', to: 'nowhere' }] }))
        .text,
    ).toMatch(/has no such state/)
    const [one] = (await mara('GET', 'documents?state=superseded&sort=number&limit=1')).body.rows
    expect(
      (
        await publish({
          comment: 'One state less',
          moves: [{ lifecycle: 'workshop-document', state: 'superseded', to: 'issued' }],
        })
      ).status,
    ).toBe(200)
    const { document } = (await mara('GET', `documents/${one.number}`)).body
    expect(document.state).toBe('issued')
    expect((await mara('GET', `audit?kind=document&subject=${document.id}&limit=1`)).body[0]).toMatchObject({
      action: 'move out of a removed state',
      why: 'One state less',
    })
  })
})

describe('earlier configurations', () => {
  it('are kept, compared in words, and restored as an edit', async () => {
    expect(
      (await mara('GET', 'configuration/history')).body.map(
        ({ id, comment }: { id: number; comment: string }) => [id, comment],
      ),
    ).toEqual([
      [2, 'One state less'],
      [1, 'First configuration'],
    ])
    const words = (await mara('GET', 'configuration/compare?from=1&to=2')).body.differences.map(
      ({ words: said }: { words: string }) => said,
    )
    expect(words).toContain('has no state Superseded any more')
    await mara('POST', 'draft/restore', { change: await change(), configuration: 1 })
    expect((await state()).draft.edits.at(-1).words).toBe('Restore configuration 1')
    expect((await publish({ comment: 'Back again' })).status).toBe(200)
    expect((await mara('GET', 'configuration/compare?from=1&to=3')).body.differences).toEqual([])
  })
  it.each([
    ['configuration/compare?from=1&to=99', 404],
    ['configuration/compare?from=x&to=1', 400],
  ])('refuse %s', async (path, status) => expect((await mara('GET', path)).status).toBe(status))
})

describe('edits of a draft', () => {
  const lifecycle = 'workshop-document'
  const drafted = async () => (await mara('GET', 'configuration/export')).body
  const quorum = {
    trigger: 'quorum',
    seats: [{ id: 'check', name: 'Check', members: ['role:checker'], needed: 2 }],
  }
  const all = [
    { kind: 'add-lifecycle', name: 'Parts', id: 'tarn', pattern: 'draft-check-issue' },
    { kind: 'rename-lifecycle', lifecycle: 'parts', name: 'Bought parts' },
    { kind: 'keep-label', lifecycle: 'parts', attribute: 'revision' },
    { kind: 'add-lifecycle', name: 'Copy', id: 'tarn', like: lifecycle },
    { kind: 'paste-states', lifecycle: 'copy', source: 'station-container', states: ['shared', 'published'] },
    { kind: 'describe-state', state: 'shared', words: 'Open to the other trades.' },
    { kind: 'drop-principal', lifecycle: 'copy', principal: 'anyone' },
    { kind: 'drop-right', lifecycle: 'copy', state: 'issued', right: 'adopt' },
    {
      kind: 'change-transition',
      lifecycle: 'copy',
      transition: 'issue',
      patch: {
        ...quorum,
        notices: [
          { to: ['creator', 'mail:shop@brackwater.example'], subject: '{{ number }}', body: 'Issued.' },
        ],
        references: { states: ['issued'], depth: 'direct' },
      },
    },
    {
      kind: 'change-transition',
      lifecycle: 'copy',
      transition: 'issue',
      patch: {
        effects: [
          { kind: 'sign', attribute: 'stamp', seat: 'check', signer: 'last', part: 'name' },
          { kind: 'copy', folder: '/Out' },
          { kind: 'render', format: 'pdf' },
          { kind: 'run', job: 'post' },
        ],
      },
    },
    { kind: 'remove-lifecycle', lifecycle: 'parts' },
  ]
  it('of whole lifecycles, seats, notices and effects are taken, undone one by one, and redone', async () => {
    const before = await drafted()
    for (const one of all) expect(await edit(one)).toMatchObject({ status: 200 })
    const after = await drafted()
    expect(after.lifecycles.at(-1)).toMatchObject({ id: 'copy', name: 'Copy' })
    expect(
      after.lifecycles.at(-1).transitions.find(({ id }: { id: string }) => id === 'issue'),
    ).toMatchObject({
      ...quorum,
      effects: [{ kind: 'sign' }, { kind: 'copy' }, { kind: 'render' }, { kind: 'run' }],
    })
    for (const _ of all) await mara('POST', 'draft/undo', { change: await change() })
    expect(await drafted()).toEqual(before)
    for (const _ of all) await mara('POST', 'draft/redo', { change: await change() })
    expect(await drafted()).toEqual(after)
    await discard()
  })
  it.each<[string, object, RegExp]>([
    [
      'a pattern that is not there',
      { kind: 'add-lifecycle', name: 'X', id: 'tarn', pattern: 'none' },
      /no pattern “none”/,
    ],
    [
      'a lifecycle that classes use',
      { kind: 'remove-lifecycle', lifecycle },
      /is the lifecycle of Drawing, Part/,
    ],
    [
      'no states to paste',
      { kind: 'paste-states', lifecycle: 'note', source: lifecycle, states: [] },
      /name the states to paste/,
    ],
    ['no source', { kind: 'paste-states', lifecycle: 'note', states: ['issued'] }, /source/],
    [
      'a seat for nobody',
      {
        kind: 'change-transition',
        lifecycle,
        transition: 'issue',
        patch: { seats: [{ id: 'a', name: 'A', members: [], needed: 0 }] },
      },
      /at least one person/,
    ],
    [
      'a notice to nowhere',
      {
        kind: 'change-transition',
        lifecycle,
        transition: 'issue',
        patch: { notices: [{ to: ['everybody else'], subject: '', body: '' }] },
      },
      /a notice goes to/,
    ],
    [
      'a signer of no number',
      {
        kind: 'change-transition',
        lifecycle,
        transition: 'issue',
        patch: { effects: [{ kind: 'sign', attribute: 'stamp', seat: 'a', signer: 'third', part: 'name' }] },
      },
      /the signer is a number or “last”/,
    ],
    [
      'a folder that is none',
      {
        kind: 'change-transition',
        lifecycle,
        transition: 'issue',
        patch: { effects: [{ kind: 'copy', folder: 'out' }] },
      },
      /a folder begins with/,
    ],
    [
      'a trigger there is not',
      { kind: 'change-transition', lifecycle, transition: 'issue', patch: { trigger: 'by moonlight' } },
      /by hand, unattended or by quorum/,
    ],
    ['a label in a number', { kind: 'keep-label', lifecycle, attribute: 'mass' }, /Mass cannot hold a label/],
  ])('are refused for %s, and the draft stays as it is', async (_, body, message) => {
    const before = (await state()).draft
    const { status, text } = await edit(body)
    expect([status, text]).toEqual([400, expect.stringMatching(message)])
    expect((await state()).draft).toEqual(before)
  })
})

describe('a configuration’s file', () => {
  it('brings in what was taken out, without a difference', async () => {
    const file = (await mara('GET', 'configuration/export')).text
    expect((await bring(file)).status).toBe(200)
    const { draft, published } = await state()
    expect(draft.edits.at(-1).edit.configuration).toEqual(published.configuration)
    await discard()
  })
  it.each<[string, () => string, number, RegExp]>([
    ['of another format', () => '{"format":"other/2"}', 400, /its format is “other\/2”/],
    ['that is no JSON', () => '{"format":', 400, /c\.json is no JSON/],
    [
      'that lacks a part',
      () => JSON.stringify({ ...configuration, classes: undefined }),
      400,
      /classes is missing/,
    ],
    [
      'with unknown references',
      () => JSON.stringify({ ...configuration, schemes: [] }),
      400,
      /refers to what it does not have: Workshop document names a revision scheme that does not exist/,
    ],
    [
      'of 50 MB',
      () => `{"format":"ilmenite-configuration/1","x":"${'x'.repeat(50 * 2 ** 20)}"}`,
      413,
      /more than 5 MB/,
    ],
  ])('is refused %s', async (_, content, status, message) => {
    const before = (await state()).draft
    const answer = await bring(content())
    expect([answer.status, answer.text]).toEqual([status, expect.stringMatching(message)])
    expect((await state()).draft).toEqual(before)
  })
})

describe('a finding', () => {
  it('is waived with a reason, unless it is an error, and the trail keeps why', async () => {
    const before = (await mara('GET', 'overview')).body.findings
    const unused = before.find(({ code }: { code: string }) => code === 'state-unused')
    const key = `state-unused state=${unused.where.state}`
    expect((await mara('POST', 'waivers', { code: 'state-unused', key, reason: '' })).status).toBe(400)
    expect(
      (await mara('POST', 'waivers', { code: 'state-unused', key, reason: 'Wanted next year' })).body,
    ).toEqual([expect.objectContaining({ key, reason: 'Wanted next year', personName: 'Mara Feldhaus' })])
    expect((await mara('GET', 'overview')).body.findings).toHaveLength(before.length - 1)
    expect((await mara('GET', 'audit?limit=1')).body[0]).toMatchObject({
      action: 'waive finding',
      why: 'Wanted next year',
    })
    await edit({
      kind: 'change-transition',
      lifecycle: 'workshop-document',
      transition: 'issue',
      patch: { firedBy: [] },
    })
    const error = (await mara('GET', 'overview')).body.findings.find(
      ({ severity }: { severity: string }) => severity === 'error',
    )
    expect(
      (
        await mara('POST', 'waivers', {
          code: error.code,
          key: 'nobody-can-fire lifecycle=workshop-document transition=issue',
          reason: 'x',
        })
      ).text,
    ).toMatch(/an error cannot be waived/)
    await discard()
  })
})

describe('the command line', () => {
  const folder = scratchFolder('configuration')
  const run = (args: string[], input = '') =>
    spawnSync('node', ['bin/ilmenite.mjs', ...args], { input, encoding: 'utf8' })
  const file = (name: string, value: unknown) => {
    writeFileSync(join(folder, name), JSON.stringify(value, null, 2))
    return join(folder, name)
  }
  const lines = (text: string) =>
    text
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line))

  it('checks with people and folders, and says where in the file', () => {
    const broken = {
      ...configuration,
      lifecycles: configuration.lifecycles.map((of, index) =>
        index
          ? of
          : {
              ...of,
              transitions: of.transitions.map((way) =>
                way.id === 'issue' ? { ...way, guard: 'mas > 1' } : way,
              ),
            },
      ),
    }
    const path = file('broken.json', broken)
    const { stdout, status } = run(['check', path])
    const [first] = lines(stdout)
    expect([status, first.code, first.severity]).toEqual([1, 'guard-invalid', 'error'])
    const text = JSON.stringify(broken, null, 2).split('\n')
    expect(text.slice(first.position.line - 1, first.position.line + 1).join('')).toMatch(
      /\{\s*"id": "issue"/,
    )
    const directory = file('directory.json', {
      people: [{ id: '1', name: 'Ada', mail: 'ada@brackwater.example', groups: [], active: true }],
      folders: [{ path: '/', roles: {}, lifecycles: ['note'], grants: {} }],
    })
    expect(run(['check', file('sound.json', configuration)]).status).toBe(0)
    expect(run(['check', file('sound.json', configuration), '--directory', directory]).stdout).not.toMatch(
      /role-unassigned.*workshop/,
    )
    expect(
      run(['check', file('sound.json', configuration), '--directory', file('other.json', { people: [] })])
        .stderr,
    ).toMatch(/other\.json is no directory: line 1, column 1: lacks "folders"/)
  })
  it('solves questions line by line', () => {
    const attributes = file('attributes.json', configuration.attributes)
    const asked = [
      { id: 1, ask: 'overlap', conditions: ['mass > 5', 'mass < 6'] },
      { id: 2, ask: 'implies', conditions: ['mass > 5', 'mass > 6'] },
      { id: 3, ask: 'satisfiable', conditions: ['finish == "gold"'] },
      { id: 4, ask: 'satisfiable', conditions: ['mas > 1'] },
    ]
    const { stdout, status } = run(
      ['condition', 'solve', '--attributes', attributes],
      asked.map((line) => JSON.stringify(line)).join('\n'),
    )
    expect(status).toBe(1)
    expect(lines(stdout)).toEqual([
      { id: 1, answer: 'yes', witness: { mass: 5.1 } },
      { id: 2, answer: 'no', witness: { mass: expect.any(Number) } },
      { id: 3, answer: 'no' },
      { id: 4, error: { message: expect.stringMatching(/did you mean mass/), position: 0 } },
    ])
    expect(
      run(['condition', 'solve', '--attributes', attributes], '{"id":1,"ask":"maybe","conditions":[]}')
        .stderr,
    ).toMatch(/line 1: there is no question “maybe”/)
  })
  it('exports a lifecycle as SCXML', () => {
    const path = file('sound.json', configuration)
    const { stdout, status } = run(['export', 'scxml', path, '--lifecycle', 'workshop-document'])
    expect([status, XMLValidator.validate(stdout)]).toEqual([0, true])
    const { scxml } = new XMLParser({ ignoreAttributes: false }).parse(stdout)
    expect([
      scxml['@_initial'],
      scxml.state.map((of: Record<string, string>) => of['@_id']),
      scxml.final['@_id'],
    ]).toEqual(['drafting', ['drafting', 'checking', 'issued'], 'superseded'])
    expect(scxml.state[0].transition[0]['@_cond']).toBe('material != null && mass > 0')
    const refused = run(['export', 'scxml', path, '--lifecycle', 'none'])
    expect([refused.status, refused.stderr]).toEqual([
      2,
      expect.stringMatching(/has no lifecycle “none”; it has workshop-document/),
    ])
  })
})
