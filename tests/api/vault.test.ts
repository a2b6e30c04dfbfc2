import { execFileSync, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { createReadStream, mkdirSync, readdirSync, readFileSync, symlinkSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:http'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { demoData, eventually, freePort, scratchFolder, signIn, startServer } from '../support/server.mjs'

let data: string
let server: Awaited<ReturnType<typeof startServer>>
let mara: Awaited<ReturnType<typeof signIn>>
let jonas: typeof mara

beforeAll(async () => {
  data = demoData()
  server = await startServer(data)
  mara = await signIn(server.url)
  jonas = await signIn(server.url, 'jonas.eckhart@brackwater.example')
})
afterAll(() => server.stop())

const bytes = (text: string) => new TextEncoder().encode(text)
const drawing = async (number: string, call = jonas) =>
  (await call('GET', `documents/${encodeURIComponent(number)}`)).body
const file = (number: string, more: Record<string, string> = {}, content = number) =>
  jonas(
    'POST',
    `documents?${new URLSearchParams({ number, folder: '/Grips', fileName: `${number}.dxf`, ...more })}`,
    bytes(content),
  )

describe('signing in', () => {
  it('refuses a wrong password in plain words, and rests after ten', async () => {
    const answers = []
    for (let i = 0; i < 12; i++)
      answers.push(
        await fetch(`${server.url}/api/session`, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({ mail: 'maud.eriksen@brackwater.example', password: 'no' }),
        }),
      )
    expect(answers[0]!.status).toBe(401)
    expect(((await answers[0]!.json()) as { data: { message: string } }).data.message).toMatch(
      /do not belong together/,
    )
    expect(answers[11]!.status).toBe(429)
    // The place is blocked, too; a new server forgets.
    await server.stop()
    server = await startServer(data)
    mara = await signIn(server.url)
    jonas = await signIn(server.url, 'jonas.eckhart@brackwater.example')
  })
  it('lets nobody past who is not signed in, and no one but administrators into set-up', async () => {
    const paths = [
      'session',
      'configuration',
      'overview',
      'documents',
      'documents/BR-2001',
      'documents/BR-2001/versions/1',
      'intakes',
      'archives',
      'jobs',
      'audit',
      'audit/verify',
      'find?text=a',
      'lifecycle-counts',
    ]
    for (const path of paths) expect((await fetch(`${server.url}/api/${path}`)).status, path).toBe(401)
    for (const path of [
      'overview',
      'intakes',
      'archives',
      'jobs',
      'audit',
      'audit/verify',
      'lifecycle-counts',
    ])
      expect((await jonas('GET', path)).status, path).toBe(403)
    for (const [method, path] of [
      ['POST', 'draft/edits'],
      ['POST', 'draft/publish'],
      ['POST', 'intakes'],
      ['POST', 'jobs/x/stop'],
    ] as const)
      expect((await jonas(method, path, {})).status, path).toBe(403)
  })
  it('takes no orders from another site', async () =>
    expect((await mara('POST', 'draft/undo', { change: 0 }, { 'sec-fetch-site': 'cross-site' })).status).toBe(
      403,
    ))
  it('stores no password in the clear, and hands none out', async () => {
    expect(readFileSync(join(data, 'ilmenite.sqlite')).includes('ropeway-42')).toBe(false)
    expect((await mara('GET', 'session')).text).not.toMatch(/scrypt|password/i)
  })
})

describe('a document', () => {
  it('that is filed with an empty record starts at the first label', async () => {
    expect((await file('BR-7001')).body).toEqual({ number: 'BR-7001' })
    expect(await drawing('BR-7001')).toMatchObject({
      document: { revision: 'A', state: 'drafting', version: 1 },
      register: [{ label: 'A', origin: 'native', version: 1 }],
    })
  })
  it('is checked out, checked in and downloaded again as it went in', async () => {
    await file('BR-7002')
    const { document } = await drawing('BR-7002')
    expect((await jonas('POST', 'documents/BR-7002/check-out', { change: document.change })).status).toBe(200)
    const content = 'a better drawing, with ümlauts'
    const query = new URLSearchParams({
      change: String(document.change + 1),
      fileName: 'Zeichnung ä.dxf',
      comment: 'Bore enlarged',
    })
    expect((await jonas('PUT', `documents/BR-7002/check-in?${query}`, bytes(content))).status).toBe(200)
    expect(await drawing('BR-7002')).toMatchObject({
      document: { version: 2, revision: 'A', fileName: 'Zeichnung ä.dxf' },
      checkedOutBy: null,
      register: [{ label: 'A', version: 2 }],
    })
    const download = await jonas('GET', 'documents/BR-7002/versions/2')
    expect(download.text).toBe(content)
    expect(download.headers.get('content-disposition')).toContain(encodeURIComponent('Zeichnung ä.dxf'))
  })
  it('fires what was predicted, and refuses with every reason', async () => {
    await file('BR-7003')
    const acts = (await jonas('GET', 'documents/BR-7003/acts')).body
    expect(
      acts.find((act: { transition: { id: string } }) => act.transition.id === 'send-to-check').decision,
    ).toMatchObject({ ok: false, reasons: [{ rule: 'guard' }] })
    const { document } = await drawing('BR-7003')
    const refused = await jonas('POST', 'documents/BR-7003/fire', {
      transition: 'take-over-issued',
      change: document.change,
    })
    expect(refused.status).toBe(409)
    expect(refused.body.data.reasons.map((reason: { rule: string }) => reason.rule)).toEqual([
      'fired-by',
      'folder-grant',
      'state-grant',
      'guard',
      'revision',
    ])
    expect((await drawing('BR-7003')).document).toEqual(document)
    await jonas('PUT', 'documents/BR-7003/record', {
      change: document.change,
      values: { material: 'S355', mass: '2.4' },
    })
    const fired = await jonas('POST', 'documents/BR-7003/fire', {
      transition: 'send-to-check',
      change: document.change + 1,
    })
    expect(fired.body).toMatchObject({ state: 'checking', record: { stamp: 'Checking', mass: 2.4 } })
  })
  it('that somebody else changed meanwhile is not overwritten', async () => {
    await file('BR-7004')
    const { document } = await drawing('BR-7004')
    await jonas('PUT', 'documents/BR-7004/record', { change: document.change, values: { finish: 'zinc' } })
    const late = await jonas('PUT', 'documents/BR-7004/record', {
      change: document.change,
      values: { finish: 'raw' },
    })
    expect(late.status).toBe(409)
    expect((await drawing('BR-7004')).document.record.finish).toBe('zinc')
  })
  it.each<[string, () => Promise<{ status: number; text: string }>, number, RegExp]>([
    ['a number that is taken', () => file('BR-2001'), 409, /BR-2001 is taken/],
    ['no class', () => file('BR-7010', { fileName: 'x.zip' }), 400, /no class rule fits x\.zip/],
    ['no folder', () => file('BR-7011', { folder: '/Nowhere' }), 404, /no folder \/Nowhere/],
    ['an empty file', () => file('BR-7012', {}, ''), 400, /empty \(0 bytes\)/],
    ['a name with slashes', () => file('BR-7013', { fileName: '../x.dxf' }), 400, /no slashes/],
    ['a folder of others', () => file('BR-7014', { folder: '/Drives' }), 403, /no right to edit in \/Drives/],
    ['an unknown number', () => jonas('GET', 'documents/BR-0000'), 404, /no document BR-0000/],
    [
      'a value that does not fit',
      () => jonas('PUT', 'documents/BR-7001/record', { change: 1, values: { mass: 'heavy' } }),
      400,
      /Mass takes a number, not “heavy”/,
    ],
    [
      'a body that is no JSON',
      () => jonas('POST', 'documents/BR-7001/fire', bytes('{'), { 'content-type': 'application/json' }),
      400,
      /no JSON|object/,
    ],
    [
      'a field too many',
      () => jonas('POST', 'documents/BR-7001/check-out', { change: 1, force: true }),
      400,
      /force/,
    ],
  ])('refuses %s', async (_, act, status, message) => {
    const answer = await act()
    expect(answer.text).toMatch(message)
    expect(answer.status).toBe(status)
  })
  it('leaves no half file behind when an upload breaks off', async () => {
    const before = readdirSync(join(data, 'files', 'incoming')).length
    await fetch(`${server.url}/api/documents?number=X&folder=/Grips&fileName=x.dxf`, {
      method: 'POST',
      body: new ReadableStream({ start: (controller) => controller.error(new Error('line cut')) }),
      duplex: 'half',
    } as RequestInit).catch(() => undefined)
    await eventually(() => readdirSync(join(data, 'files', 'incoming')).length === before, 'the clean-up')
  })
})

describe('the draft', () => {
  const state = async () => (await mara('GET', 'configuration')).body
  const edit = async (body: object, change?: number) =>
    mara('POST', 'draft/edits', { change: change ?? (await state()).draft.change, edit: body })
  const step = async (what: string) => mara('POST', `draft/${what}`, { change: (await state()).draft.change })

  it('holds edits with undo and redo, and publishes them together', async () => {
    const before = (await state()).published
    await edit({ kind: 'rename-state', state: 'on-hold', name: 'Waiting' })
    await edit({ kind: 'add-state', lifecycle: 'workshop-document', name: 'Waiting', phase: 'working' })
    await edit({
      kind: 'add-transition',
      lifecycle: 'workshop-document',
      name: 'Hold',
      from: 'drafting',
      to: 'on-hold',
    })
    expect((await step('publish')).text).toMatch(/nobody may fire Hold/)
    await edit({
      kind: 'change-transition',
      lifecycle: 'workshop-document',
      transition: 'hold',
      patch: { firedBy: ['role:author'] },
    })
    await step('undo')
    await step('undo')
    expect((await state()).draft).toMatchObject({ cursor: 2, edits: expect.objectContaining({ length: 4 }) })
    await step('redo')
    await step('redo')
    expect((await state()).published).toEqual(before)
    expect((await step('publish')).status).toBe(200)
    const after = await state()
    expect(after.published.id).toBe(before.id + 1)
    expect(after.published.configuration.lifecycles[0].transitions.at(-1)).toMatchObject({
      id: 'hold',
      firedBy: ['role:author'],
    })
    expect(after.draft.edits).toEqual([])
  })
  it('is not overwritten blindly by a second administrator', async () => {
    const { draft } = await state()
    await edit({ kind: 'set-entry', lifecycle: 'note', state: 'issued' }, draft.change)
    const late = await edit({ kind: 'set-entry', lifecycle: 'note', state: 'drafting' }, draft.change)
    expect(late.status).toBe(409)
    expect(late.text).toMatch(/Mara Feldhaus made “Documents enter in Issued”/)
    await mara('DELETE', 'draft', { change: (await state()).draft.change })
  })
  it('does not remove a state with documents in it', async () => {
    await edit({ kind: 'remove-state', lifecycle: 'workshop-document', state: 'superseded' })
    expect((await step('publish')).text).toMatch(/documents stand in Superseded of Workshop document/)
    await mara('DELETE', 'draft', { change: (await state()).draft.change })
  })
  it.each<[object, RegExp]>([
    [{ kind: 'explode' }, /kind/],
    [{ kind: 'add-state', lifecycle: 'note' }, /needs a name/],
    [{ kind: 'set-entry', lifecycle: 'none', state: 'x' }, /no lifecycle “none”/],
    [
      { kind: 'change-transition', lifecycle: 'note', transition: 'issue', patch: { revision: 'twice' } },
      /step is keep/,
    ],
  ])('refuses %j', async (body, message) => {
    const answer = await edit(body)
    expect(answer.status).toBe(400)
    expect(answer.text).toMatch(message)
  })
})

describe('an intake', () => {
  const share = () => join(data, 'archives')
  const start = (archive: string, register: string | null = null) =>
    mara('POST', 'intakes', { archive, register })
  const ready = (id: string) =>
    eventually(async () => {
      const { body } = await mara('GET', `intakes/${id}`)
      return ['queued', 'running'].includes(body.job.status) ? null : body
    }, 'the end of the job')

  it.each<[string, string, RegExp]>([
    ['an archive that is not there', 'Nowhere', /there is no archive “Nowhere”/],
    ['one outside the share', '../..', /lies outside the archive share/],
    ['an absolute path', '/etc', /lies outside/],
    ['the share itself', '.', /lies outside/],
    ['a link that leads outside', 'Way out', /lies outside/],
    ['a file', 'Grip archive register.csv', /is a file/],
    ['no name', '', /choose an archive/],
  ])('refuses %s', async (_, archive, message) => {
    if (archive === 'Way out') symlinkSync('/etc', join(share(), 'Way out'))
    const answer = await start(archive)
    expect(answer.text).toMatch(message)
    expect([400, 404]).toContain(answer.status)
  })
  it('says which column a register lacks, and runs nothing', async () => {
    writeFileSync(join(share(), 'bad.csv'), 'Number;Title\nBR-1042;x\n')
    const { id } = (await start('Grip archive', 'bad.csv')).body
    expect((await ready(id)).intake.fault).toMatch(/no column for the revision/)
    expect((await mara('POST', `intakes/${id}/run`)).status).toBe(409)
  })
  it('brings the grip archive in as predicted, and holds the doubtful back', async () => {
    const { id } = (await start('Grip archive', 'Grip archive register.csv')).body
    const read = await ready(id)
    expect(read.intake.problems).toEqual([
      expect.stringMatching(/^line 42: 3 cells/),
      expect.stringMatching(/^line 92: the revision is empty/),
      expect.stringMatching(/^line 122: “35\.13\.2011” is no date/),
    ])
    const held = (await mara('GET', `intakes/${id}/files?status=held&limit=500`)).body
    expect(
      held.rows.map((row: { file: { number: string; conflict: string } }) => [
        row.file.number,
        row.file.conflict,
      ]),
    ).toEqual([
      ['BR-1043', 'sources-disagree'],
      ['BR-1044', 'label-refused'],
      ['BR-1046', 'sources-disagree'],
      ['BR-1049', 'same-revision-twice'],
      ['BR-1049', 'same-revision-twice'],
      ['BR-1050', 'same-content'],
      ['BR-1051', 'same-content'],
      ['BR-1052', 'unreadable'],
      ['BR-1053', 'empty-file'],
      ['BR-1054', 'sources-disagree'],
      ['BR-1057', 'sources-disagree'],
      ['BR-2001', 'number-in-vault'],
      ['ÜBERSICHT KLEMMEN', 'sources-disagree'],
    ])
    expect(read.unfiled.rows.map(({ number }: { number: string }) => number)).toEqual(['BR-1058', 'BR-1056'])
    const tried = (
      await mara('POST', `intakes/${id}/patterns`, {
        patterns: ['{number:BR-####}_{revision}.dxf', '{nummer}'],
      })
    ).body
    expect(tried).toMatchObject({ counts: [expect.any(Number), 0], faults: [{ pattern: 1, position: 0 }] })
    const keys = held.rows.filter((row: { file: { number: string } }) => row.file.number === 'BR-1049')
    await mara('POST', `intakes/${id}/settle`, {
      settled: [
        { key: keys[0].file.path, settlement: { leaveOut: true } },
        { key: 'all:title', settlement: { trust: 'register' } },
        { key: 'all:line-without-file', settlement: { leaveOut: true } },
      ],
    })
    expect((await ready(id)).unfiled).toEqual({ total: 0, rows: [] })
    await mara('POST', `intakes/${id}/run`)
    const done = await ready(id)
    expect(done).toMatchObject({ intake: { stage: 'done' }, documents: { done: 77, held: 10 } })
    expect(
      (await drawing('BR-1042', mara)).register.map(
        (row: { label: string; origin: string; version: number }) => [row.label, row.origin, row.version],
      ),
    ).toEqual([
      ['A', 'legacy', 1],
      ['B', 'legacy', 2],
      ['C', 'adopted', 3],
    ])
    const long = (await mara('GET', 'documents?text=BR-1054')).body.rows[0]
    const download = await mara('GET', `documents/${long.number}/versions/1`)
    expect(decodeURIComponent(download.headers.get('content-disposition')!)).toMatch(
      /Klemmbacke für Gehänge.*_B\.dxf$/,
    )
    expect((await mara('GET', 'documents?text=BR-1049')).body.total).toBe(1)
    const report = (await mara('GET', `intakes/${id}/report`)).text.trim().split('\r\n')
    expect(report).toHaveLength(134)
    expect(report.filter((line: string) => /,yes,/.test(line)).length).toBe(122)
    expect(report.filter((line: string) => /,no,/.test(line))).toEqual([])
    expect(report.find((line: string) => line.includes('BR-1044'))).toMatch(
      /uses a letter that “Workshop letters” skips/,
    )
  })
  it('can be stopped and carried on, with nothing lost or doubled', async () => {
    execFileSync('node', ['.output/server/programs/generate.mjs', join(share(), 'Stoppable'), '1500'])
    const { id } = (await start('Stoppable')).body
    const { documents } = await ready(id)
    const { job } = (await mara('POST', `intakes/${id}/run`)).body
    expect((await mara('POST', `intakes/${id}/run`)).status).toBe(409)
    await eventually(
      async () => (await mara('GET', `intakes/${id}`)).body.documents.done > 0,
      'the first document',
    )
    await mara('POST', `jobs/${job.id}/stop`)
    const stopped = await ready(id)
    expect(stopped.job.status).toBe('stopped')
    expect(stopped.documents.ready).toBeGreaterThan(0)
    expect(stopped.documents.ready + stopped.documents.done).toBe(documents.ready)
    await mara('POST', `intakes/${id}/run`)
    expect(await ready(id)).toMatchObject({
      intake: { stage: 'done' },
      job: { status: 'done', done: documents.ready, total: documents.ready },
      documents: { done: documents.ready },
    })
    expect((await mara('GET', `documents?intake=${id}`)).body.total).toBe(documents.ready)
  })
  it('fails a file that changed after it was read, alone', async () => {
    mkdirSync(join(share(), 'Small'))
    for (const number of ['BR-8001', 'BR-8002'])
      writeFileSync(join(share(), 'Small', `${number}_B.dxf`), number)
    const { id } = (await start('Small')).body
    await ready(id)
    writeFileSync(join(share(), 'Small', 'BR-8001_B.dxf'), 'another drawing')
    await mara('POST', `intakes/${id}/run`)
    expect(await ready(id)).toMatchObject({ documents: { done: 1, failed: 1 } })
    expect((await mara('GET', 'documents?text=BR-8001')).body.total).toBe(0)
  })
})

describe('the data', () => {
  it('has every content under its own hash', async () => {
    const contents = readdirSync(join(data, 'files'))
      .filter((name) => name !== 'incoming')
      .flatMap((folder) =>
        readdirSync(join(data, 'files', folder)).map((name) => join(data, 'files', folder, name)),
      )
    expect(contents.length).toBeGreaterThan(300)
    for (const path of contents) {
      const hash = createHash('sha256')
      for await (const chunk of createReadStream(path)) hash.update(chunk)
      expect(path.endsWith(hash.digest('hex'))).toBe(true)
    }
  })
  it('has an audit trail that is whole, cannot be edited, and shows when it was', async () => {
    expect((await mara('GET', 'audit/verify')).body).toMatchObject({ whole: true })
    const verify = () =>
      spawnSync('node', ['bin/ilmenite.mjs', 'audit', 'verify', '--data', data], { encoding: 'utf8' })
    expect(JSON.parse(verify().stdout)).toMatchObject({ whole: true })
    await server.stop()
    const db = new Database(join(data, 'ilmenite.sqlite'))
    expect(() => db.prepare('update audit set why = ? where id = 5').run('x')).toThrow(/append-only/)
    expect(() => db.prepare('delete from audit where id = 5').run()).toThrow(/append-only/)
    db.exec('drop trigger audit_is_never_changed')
    db.prepare('update audit set why = ? where id = 5').run('x')
    db.close()
    const broken = verify()
    expect(broken.status).toBe(1)
    expect(JSON.parse(broken.stdout)).toMatchObject({ whole: false, brokenAt: 5 })
    server = await startServer(data)
  })
})

describe('starting', () => {
  const serve = (args: string[]) =>
    spawnSync('node', ['bin/ilmenite.mjs', 'serve', ...args], { encoding: 'utf8', timeout: 20_000 })
  it.each<[string, () => string[] | Promise<string[]>, RegExp]>([
    [
      'a data folder that is a file',
      () => {
        const folder = scratchFolder('bad')
        writeFileSync(join(folder, 'data'), 'x')
        return ['--data', join(folder, 'data')]
      },
      /cannot be used: it is a file\. Mend it/,
    ],
    [
      'a database that is none',
      () => {
        const folder = scratchFolder('bad')
        writeFileSync(
          join(folder, 'ilmenite.sqlite'),
          'not a database at all, and long enough to be looked at'.repeat(40),
        )
        return ['--data', folder]
      },
      /is not a database that Ilmenite can read.*Put a backup in its place/,
    ],
    ['a port that is none', () => ['--port', 'many'], /“many” is no port/],
  ])('refuses %s in one plain sentence', async (_, args, message) => {
    const answer = serve(await args())
    expect(answer.status).toBe(2)
    expect(answer.stderr.trim()).toMatch(message)
    expect(answer.stderr.trim().split('\n')).toHaveLength(1)
  })
  it('refuses a data folder that another server has', async () => {
    const answer = serve(['--port', String(await freePort()), '--data', data])
    expect(answer.stderr.trim()).toMatch(/another Ilmenite serves the data folder .* already: end that one/)
    expect(answer.status).toBe(2)
  })
  it('refuses a port in use', async () => {
    const port = await freePort()
    const other = createServer()
    await new Promise<void>((resolve) => other.listen(port, '127.0.0.1', resolve))
    const answer = serve(['--port', String(port), '--data', scratchFolder('port')])
    other.close()
    expect(answer.stderr).toMatch(new RegExp(`port ${port} is in use by another program`))
    expect(answer.status).toBe(2)
  })
  it('seeds nothing twice', () => {
    const seeded = join(scratchFolder('seed'), 'data')
    const seed = () =>
      execFileSync('node', ['.output/server/programs/seed.mjs'], {
        env: { ...process.env, ILMENITE_DATA: seeded, ILMENITE_MIGRATIONS: 'server/database/migrations' },
      })
    seed()
    const count = () =>
      new Database(join(seeded, 'ilmenite.sqlite'), { readonly: true })
        .prepare('select count(*) n, (select count(*) from audit) a from documents')
        .get()
    const before = count()
    seed()
    expect(count()).toEqual(before)
    expect(before).toMatchObject({ n: 322 })
  })
})
