import { spawnSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { AdoptionRow, ChainLink } from '../../shared/answers'
import { demoData, signIn, startServer } from '../support/server.mjs'

let server: Awaited<ReturnType<typeof startServer>>
let mara: Awaited<ReturnType<typeof signIn>>
let jonas: Awaited<ReturnType<typeof signIn>>
let data: string

beforeAll(async () => {
  data = demoData()
  server = await startServer(data)
  mara = await signIn(server.url)
  jonas = await signIn(server.url, 'jonas.eckhart@brackwater.example')
})
afterAll(() => server.stop())

const document = async (number: string) => (await mara('GET', `documents/${number}`)).body
const change = async (number: string): Promise<number> => (await document(number)).document.change
const plan = async (asked: object): Promise<AdoptionRow[]> =>
  (await mara('POST', 'adoptions/plan', { labels: {}, below: [], ...asked })).body
const adopt = async (documents: object[], caller = mara) =>
  caller('POST', 'adoptions', { documents, comment: 'As on the print' })
const edit = async (body: object) =>
  mara('POST', 'draft/edits', { change: (await mara('GET', 'configuration')).body.draft.change, edit: body })
const scheme = async (id: string) =>
  (await mara('GET', 'configuration')).body.published.configuration.schemes.find(
    (other: { id: string }) => other.id === id,
  )

describe('the readiness list of a folder', () => {
  it('has references beneath what refers to them, and says what each document lacks', async () => {
    const rows = await plan({ folder: '/Line/Carried over' })
    expect(rows.slice(0, 6).map(({ number, depth, parent }) => [number, depth, parent])).toEqual([
      ['BR-5001', 0, null],
      ['BR-5002', 1, 'BR-5001'],
      ['BR-5003', 1, 'BR-5001'],
      ['BR-5004', 1, 'BR-5001'],
      ['BR-5005', 0, null],
      ['BR-5006', 1, 'BR-5005'],
    ])
    const rules = Object.fromEntries(
      rows.map(({ number, decision }) => [
        number,
        decision.ok ? decision.outcome.after : decision.reasons.map(({ rule }) => rule).join(' '),
      ]),
    )
    expect(rules).toEqual({
      'BR-5001': 'C',
      'BR-5002': 'B',
      'BR-5003': 'D',
      'BR-5004': 'B-02',
      'BR-5005': 'label',
      'BR-5006': 'already',
      'BR-5007': 'label',
      'BR-5008': 'checked-out',
      'BR-5009': 'adoption',
      'BR-5010': 'label',
      'BR-5011': 'E',
      'BR-5012': 'F',
      'BR-5013': 'already',
      'BR-5014': 'folder-grant',
    })
  })
  it('takes labels set one by one before those of the record', async () => {
    const [row] = await plan({ numbers: ['BR-5007'], labels: { 'BR-5007': 'rev b' } })
    expect(row).toMatchObject({
      recorded: null,
      label: 'rev b',
      decision: { ok: true, outcome: { after: 'B' } },
      ahead: { below: false, wanted: 'B' },
    })
  })
  it('offers one below where only a step leads on', async () => {
    const [row] = await plan({ numbers: ['N-101'] })
    expect(row).toMatchObject({ label: '3', adopt: '3', ahead: { below: true, adopt: '2', state: 'issued' } })
    expect((await plan({ numbers: ['N-101'], below: ['N-101'] }))[0]).toMatchObject({
      label: '3',
      adopt: '2',
      decision: { ok: true, outcome: { after: '2' } },
    })
  })
  it.each<[string, object, number, RegExp]>([
    ['a number that is not there', { numbers: ['BR-0000'] }, 404, /no document BR-0000/],
    [
      'a label that is no text',
      { numbers: ['BR-5001'], labels: { 'BR-5001': 3 } },
      400,
      /labels holds a text/,
    ],
    [
      'an attribute that is not there',
      { numbers: ['BR-5001'], attribute: 'nothing' },
      404,
      /no attribute “nothing”/,
    ],
  ])('refuses %s', async (_, asked, status, message) => {
    const answer = await mara('POST', 'adoptions/plan', { labels: {}, below: [], ...asked })
    expect([answer.status, answer.text]).toEqual([status, expect.stringMatching(message)])
  })
})

describe('adopting', () => {
  it('makes a register row, a version and an audit entry, and writes the record', async () => {
    expect(
      (await adopt([{ number: 'BR-5011', change: await change('BR-5011'), label: ' e ' }])).body,
    ).toEqual({ adopted: 1 })
    const { document: after, register, versions } = await document('BR-5011')
    expect(after).toMatchObject({ revision: 'E', version: 2, state: 'drafting', record: { revision: 'E' } })
    expect(register.map(({ label, origin, text }: Record<string, string>) => [label, origin, text])).toEqual([
      ['A', 'native', 'Filed by hand'],
      ['E', 'adopted', 'As on the print'],
    ])
    expect(versions[0].sha256).toBe(versions[1].sha256)
    const trail = (await mara('GET', `audit?kind=document&subject=${after.id}&limit=5`)).body
    expect(trail[0]).toMatchObject({ action: 'adopt label', why: 'As on the print' })
  })
  it('is whole or not at all, and names the document in the way', async () => {
    const documents = [
      { number: 'BR-5012', change: await change('BR-5012'), label: 'F' },
      { number: 'BR-5009', change: await change('BR-5009'), label: 'B' },
    ]
    const refused = await adopt(documents)
    expect([refused.status, refused.text]).toEqual([
      409,
      expect.stringMatching(
        /BR-5009 was left as it is, and so were the other 1: labels are not adopted in Checking/,
      ),
    ])
    expect((await document('BR-5012')).document.revision).toBe('A')
  })
  it('is refused with every reason to somebody without the rights', async () => {
    const refused = await adopt([{ number: 'BR-2001', change: await change('BR-2001'), label: 'O' }], jonas)
    expect(refused.body.data.reasons.map(({ rule }: { rule: string }) => rule)).toEqual(
      expect.arrayContaining(['folder-grant', 'state-grant', 'label']),
    )
  })
  it('lands right from one below', async () => {
    await adopt([{ number: 'N-101', change: await change('N-101'), label: '2' }])
    await mara('POST', 'documents/N-101/fire', { transition: 'issue', change: await change('N-101') })
    expect((await document('N-101')).document).toMatchObject({ state: 'issued', revision: '3' })
  })
})

describe('a new revision', () => {
  it('takes the chosen documents above along, in one act', async () => {
    const chain: ChainLink[] = (await mara('GET', 'documents/BR-5003/new-revision')).body
    expect(
      chain.map(({ number, depth, decision }) => [number, depth, decision.ok && decision.outcome.after]),
    ).toEqual([
      ['BR-5003', 0, 'A-01'],
      ['BR-5001', 1, 'A-01'],
      ['BR-5005', 1, 'A-01'],
    ])
    const documents = chain.map(({ number, change: of }) => ({ number, change: of }))
    expect(
      (await mara('POST', 'documents/BR-5003/new-revision', { documents, comment: 'Slot widened' })).status,
    ).toBe(200)
    for (const { number } of chain)
      expect((await document(number)).document).toMatchObject({ revision: 'A-01', version: 2 })
  })
  it('leaves all as they are where one cannot be', async () => {
    await mara('POST', 'documents/BR-5005/check-out', { change: await change('BR-5005') })
    const documents = await Promise.all(
      ['BR-5006', 'BR-5005'].map(async (number) => ({ number, change: await change(number) })),
    )
    const refused = await mara('POST', 'documents/BR-5006/new-revision', { documents })
    expect([refused.status, refused.text]).toEqual([
      409,
      expect.stringMatching(
        /BR-5005 was left as it is, and so were the other 1: BR-5005 is checked out by you/,
      ),
    ])
    expect((await document('BR-5006')).document.revision).toBe('A')
    await mara('POST', 'documents/BR-5005/undo-check-out', { change: await change('BR-5005') })
  })
})

describe('correcting and rolling back', () => {
  it('keeps in the register what a label was, and moves record and version along', async () => {
    const predicted = (await mara('GET', `documents/BR-5011/correction?row=2&label=d&comment=x`)).body
    expect(predicted).toMatchObject({ ok: true, corrected: { row: { label: 'D' }, current: true } })
    await mara('POST', 'documents/BR-5011/correction', {
      row: 2,
      label: 'd',
      comment: 'Signature missed',
      change: await change('BR-5011'),
    })
    const { document: after, register, versions } = await document('BR-5011')
    expect(register[1]).toMatchObject({
      label: 'D',
      origin: 'adopted',
      was: [{ label: 'E', by: 'Mara Feldhaus', why: 'Signature missed' }],
    })
    expect([after.revision, after.record.revision, versions[0].revision]).toEqual(['D', 'D', 'D'])
  })
  it('takes an old content in again as a new version, and erases nothing', async () => {
    const before = await document('BR-5003')
    const refused = await mara('POST', 'documents/BR-5003/roll-back', {
      version: 1,
      comment: ' ',
      change: before.document.change,
    })
    expect([refused.status, refused.text]).toEqual([409, expect.stringMatching(/asks for a comment/)])
    await mara('POST', 'documents/BR-5003/roll-back', {
      version: 1,
      comment: 'Wrong slot',
      change: before.document.change,
    })
    const after = await document('BR-5003')
    expect(after.document).toMatchObject({ version: 3, revision: 'A-01' })
    expect(after.versions.map(({ version }: { version: number }) => version)).toEqual([3, 2, 1])
    expect(after.register.at(-1)).toMatchObject({ label: 'A-01', version: 3 })
  })
})

describe('references', () => {
  it('are noted and taken away again, and may not lead back', async () => {
    expect(
      (await mara('POST', 'documents/BR-5007/references', { to: 'BR-5012', change: await change('BR-5007') }))
        .status,
    ).toBe(200)
    expect((await document('BR-5012')).usedBy.map(({ number }: { number: string }) => number)).toEqual([
      'BR-5007',
    ])
    const back = await mara('POST', 'documents/BR-5012/references', {
      to: 'BR-5007',
      change: await change('BR-5012'),
    })
    expect([back.status, back.text]).toEqual([409, expect.stringMatching(/cannot be a part of itself/)])
    await mara('DELETE', 'documents/BR-5007/references', { to: 'BR-5012', change: await change('BR-5007') })
    expect((await document('BR-5012')).usedBy).toEqual([])
  })
})

describe('a scheme in use', () => {
  it('shows where, and which labels are taken', async () => {
    const { lifecycles, labels } = (await mara('GET', 'schemes/workshop-letters/use')).body
    expect(lifecycles).toEqual(['workshop-document', 'legacy-intake'])
    expect(labels.find(({ label }: { label: string }) => label === 'A')).toMatchObject({
      current: expect.any(Number),
      registered: expect.any(Number),
    })
  })
  it('is not changed so that a used label becomes illegal: the documents are named', async () => {
    const letters = await scheme('workshop-letters')
    const refused = await edit({
      kind: 'set-scheme',
      scheme: { ...letters, series: [{ ...letters.series[0], major: { kind: 'letters', skip: 'B' } }] },
    })
    expect(refused.status).toBe(409)
    expect(refused.text).toMatch(
      /B would be no label of “Workshop letters” any more: BR-\d+, BR-\d+, BR-\d+, BR-\d+, BR-\d+ and \d+ more have it/,
    )
  })
  it.each<[string, object, RegExp]>([
    [
      'of no known kind',
      { kind: 'set-scheme', scheme: { id: 'x', name: 'X', series: [{ id: 'a', major: { kind: 'runes' } }] } },
      /counts letters, digits or a list/,
    ],
    ['without a scheme', { kind: 'set-scheme' }, /edit\.scheme is missing/],
    [
      'with a number that is none',
      {
        kind: 'set-scheme',
        scheme: { id: 'x', name: 'X', series: [{ id: 'a', major: { kind: 'digits', from: 'one' } }] },
      },
      /whole number/,
    ],
  ])('is not set %s', async (_, body, message) => {
    const refused = await edit(body)
    expect([refused.status, refused.text]).toEqual([400, expect.stringMatching(message)])
  })
  it('is not published while a label stands for two positions', async () => {
    await edit({
      kind: 'set-scheme',
      scheme: {
        id: 'twice',
        name: 'Twice',
        series: [
          { id: 'a', major: { kind: 'letters' } },
          { id: 'b', major: { kind: 'list', values: ['B'] } },
        ],
      },
    })
    const refused = await mara('POST', 'draft/publish', {
      change: (await mara('GET', 'configuration')).body.draft.change,
    })
    expect([refused.status, refused.text]).toEqual([409, expect.stringMatching(/“B” is both/)])
    await mara('DELETE', 'draft', { change: (await mara('GET', 'configuration')).body.draft.change })
  })
  it('gives way to another with a conversion; each register row keeps what it was', async () => {
    const { labels } = (await mara('GET', 'schemes/note-numbers/use')).body
    const without = await edit({ kind: 'use-scheme', lifecycle: 'note', id: 'workshop-letters' })
    expect([without.status, without.text]).toEqual([
      409,
      expect.stringMatching(/0 would be no label of “Workshop letters” any more: N-10/),
    ])
    const conversion = Object.fromEntries(
      labels.map(({ label }: { label: string }) => [label, 'ABCDEFGH'[Number(label)]]),
    )
    expect(
      (await edit({ kind: 'use-scheme', lifecycle: 'note', id: 'workshop-letters', conversion })).status,
    ).toBe(200)
    const published = await mara('POST', 'draft/publish', {
      change: (await mara('GET', 'configuration')).body.draft.change,
    })
    expect(published.status).toBe(200)
    const { document: note, register } = await document('N-101')
    expect([
      note.revision,
      register.map(({ label, was }: { label: string; was: { label: string }[] }) => [was[0]!.label, label]),
    ]).toEqual([
      'D',
      [
        ['0', 'A'],
        ['2', 'C'],
        ['3', 'D'],
      ],
    ])
    const sorted = (await mara('GET', 'documents?folder=/Notes&sort=revision&descending=true&limit=5')).body
      .rows
    expect(
      sorted.map(({ number, revision }: { number: string; revision: string }) => [number, revision]),
    ).toEqual([
      ['N-101', 'D'],
      ['N-102', 'A'],
    ])
  })
})

describe('labels to infer from', () => {
  it('come from the file names of an archive, or from a folder', async () => {
    const archive = (await mara('GET', 'labels?archive=Grip%20archive')).body
    expect(
      archive.labels.reduce((sum: number, { count }: { count: number }) => sum + count, 0) + archive.without,
    ).toBe(133)
    const folder = (await mara('GET', 'labels?folder=/Grips')).body
    expect(folder.labels.map(({ label }: { label: string }) => label)).toEqual(
      expect.arrayContaining(['A', 'B']),
    )
  })
  it.each([
    ['labels', 400],
    ['labels?archive=..', 400],
    ['labels?archive=Nowhere', 404],
  ])('are refused for %s', async (path, status) => expect((await mara('GET', path)).status).toBe(status))
  it('are for administrators', async () => expect((await jonas('GET', 'labels?folder=/')).status).toBe(403))
})

describe('revision infer', () => {
  const run = (input: string | Buffer) =>
    spawnSync('node', ['bin/ilmenite.mjs', 'revision', 'infer'], { input, encoding: 'utf8' })
  it('proposes a scheme that the other commands take', () => {
    const { stdout, status } = run('A\nB\nB-01\nrev c\nNC\n')
    const answer = JSON.parse(stdout)
    expect(status).toBe(0)
    expect(answer).toMatchObject({
      explained: 0.8,
      outliers: ['NC'],
      scheme: { series: [{ separator: '-' }] },
    })
    const file = join(mkdtempSync(join(tmpdir(), 'ilmenite-scheme-')), 's.json')
    writeFileSync(file, JSON.stringify(answer.scheme))
    expect(
      spawnSync(
        'node',
        ['bin/ilmenite.mjs', 'revision', 'walk', '--scheme', file, '--steps', 'minor,major'],
        { encoding: 'utf8' },
      ).stdout.trim(),
    ).toBe('["A","A-01","B"]')
  })
  it.each<[string, string | Buffer, RegExp]>([
    ['nothing', '', /no labels to infer/],
    ['a picture', Buffer.from([0x89, 0x50, 0x4e, 0x47, 0, 0, 1]), /line 1 has characters that no text has/],
    ['one label of 10,000 characters', 'x'.repeat(10_000), /nothing to infer|no series/],
  ])('refuses %s, in one sentence', (_, input, message) => {
    const { stderr, status, stdout } = run(input)
    expect([status, stdout]).toEqual([2, ''])
    expect(stderr).toMatch(message)
    expect(stderr.trim().split('\n')).toHaveLength(1)
  })
})
