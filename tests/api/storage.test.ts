import { execFileSync, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import {
  appendFileSync,
  existsSync,
  mkdirSync,
  readdirSync,
  rmSync,
  truncateSync,
  writeFileSync,
} from 'node:fs'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { demoData, eventually, freePort, signIn, startServer } from '../support/server.mjs'
import { stopWhole } from '../support/usage'

let data: string
let server: Awaited<ReturnType<typeof startServer>>
let mara: Awaited<ReturnType<typeof signIn>>
let jonas: typeof mara

async function start() {
  server = await startServer(data)
  mara = await signIn(server.url)
  jonas = await signIn(server.url, 'jonas.eckhart@brackwater.example')
}
beforeEach(async () => {
  data = demoData()
  await start()
})
afterEach(() => server?.stop())

const hashOf = (text: string) => createHash('sha256').update(text).digest('hex')
const pathOf = (text: string) => join(data, 'files', hashOf(text).slice(0, 2), hashOf(text))
const contents = () => readdirSync(join(data, 'files'), { recursive: true }).length
const file = (call: typeof mara, number: string, text: string, folder = '/Grips') =>
  call('POST', `documents?${new URLSearchParams({ number, folder, fileName: 'a.dxf' })}`, Buffer.from(text))
const changeOf = async (number: string) =>
  (await mara('GET', `documents/${number}`)).body.document.change as number
/** Changes the vault's own tables while no server holds them. */
async function meanwhile(sql: string) {
  await server.stop()
  const db = new Database(join(data, 'ilmenite.sqlite'))
  db.exec(sql)
  db.close()
  await start()
}

describe('a content in the store', () => {
  it.each<[string, (path: string) => void, RegExp]>([
    ['altered', (path) => writeFileSync(path, 'SECTION of another drawing'), /was altered in the store/],
    ['cut short', (path) => truncateSync(path, 5), /has 5 bytes in the store, and had 26/],
    ['longer', (path) => appendFileSync(path, '!'), /has 27 bytes/],
    ['gone', (path) => rmSync(path), /is not in the store/],
    ['a folder', (path) => (rmSync(path), mkdirSync(path)), /is not a file any more/],
  ])('that is %s is not given out, and says so', async (_, harm, words) => {
    const text = 'SECTION of the grip plate.'
    expect((await file(jonas, 'BR-8100', text)).status).toBe(200)
    expect((await jonas('GET', 'documents/BR-8100/versions/1')).text).toBe(text)
    harm(pathOf(text))
    const answer = await jonas('GET', 'documents/BR-8100/versions/1')
    expect(answer.status).toBe(409)
    expect(answer.body.data.message).toMatch(words)
    expect((await jonas('GET', 'documents/BR-8100')).status).toBe(200)
  })
  it('that an act refuses is not kept, and the right is asked before it is taken in', async () => {
    expect((await file(jonas, 'BR-8101', 'kept')).status).toBe(200)
    expect(existsSync(pathOf('kept'))).toBe(true)
    const carla = await signIn(server.url, 'carla.winslow@brackwater.example')
    expect((await file(jonas, 'BR-8101', 'taken number')).status).toBe(409)
    expect((await file(jonas, 'BR-8102', 'no such folder', '/Nowhere')).status).toBe(404)
    expect((await file(jonas, 'BR-8103', '')).status).toBe(400)
    expect((await file(carla, 'BR-8104', 'no right')).status).toBeGreaterThanOrEqual(400)
    for (const refused of ['taken number', 'no such folder', '', 'no right'])
      expect(existsSync(pathOf(refused)), refused).toBe(false)
    expect((await file(jonas, 'BR-8105', 'kept')).status).toBe(200)
    expect((await jonas('GET', 'documents/BR-8105/versions/1')).text).toBe('kept')
  })
  it('that was coming in when the server ended is cleared away; what is referred to stays', async () => {
    expect((await file(jonas, 'BR-8106', 'referred to')).status).toBe(200)
    mkdirSync(join(pathOf('left behind'), '..'), { recursive: true })
    writeFileSync(pathOf('left behind'), 'left behind')
    await meanwhile(`insert into coming_contents values
      ('1', '${hashOf('left behind')}', '2026-01-01'), ('2', '${hashOf('referred to')}', '2026-01-01')`)
    await eventually(() => !existsSync(pathOf('left behind')), 'the clearing away')
    expect((await jonas('GET', 'documents/BR-8106/versions/1')).text).toBe('referred to')
  })
  it('is taken in after a folder stood where a file should be, and jobs go on', async () => {
    await server.stop()
    mkdirSync(join(data, 'files/incoming/a folder/in a folder'), { recursive: true })
    await start()
    await eventually(() => !existsSync(join(data, 'files/incoming/a folder')), 'the clearing away')
    const { id } = (await mara('POST', 'intakes', { archive: 'Grip archive', register: null })).body
    await eventually(
      async () => (await mara('GET', `intakes/${id}`)).body.intake.stage === 'read',
      'the reading',
    )
  })
})

describe('a data folder', () => {
  it.each([
    ['missing', () => rmSync(join(data, 'ilmenite.sqlite'))],
    ['empty', () => writeFileSync(join(data, 'ilmenite.sqlite'), '')],
  ])('whose database is %s is no new vault where contents lie in it', async (word, harm) => {
    await stopWhole(server)
    for (const beside of ['-wal', '-shm']) rmSync(join(data, `ilmenite.sqlite${beside}`), { force: true })
    harm()
    const before = contents()
    const port = String(await freePort())
    const run = spawnSync('node', ['bin/ilmenite.mjs', 'serve', '--port', port, '--data', data], {
      encoding: 'utf8',
    })
    expect(run.status).toBe(2)
    expect(run.stderr).toContain(`its database is ${word}`)
    expect(contents()).toBe(before)
    const env = { ...process.env, ILMENITE_DATA: data, ILMENITE_MIGRATIONS: 'server/database/migrations' }
    expect(spawnSync('node', ['.output/server/programs/seed.mjs'], { env }).status).not.toBe(0)
    expect(existsSync(join(data, 'ilmenite.sqlite'))).toBe(word === 'empty')
  })
})

describe('a check-out', () => {
  it('whose holder has left is given back by an administrator, with a reason', async () => {
    await file(jonas, 'BR-8110', 'held')
    await jonas('POST', 'documents/BR-8110/check-out', { change: await changeOf('BR-8110') })
    const emil = await signIn(server.url, 'emil.achterberg@brackwater.example')
    const back = async (call: typeof mara, comment?: string) =>
      call('POST', 'documents/BR-8110/undo-check-out', {
        change: await changeOf('BR-8110'),
        ...(comment === undefined ? {} : { comment }),
      })
    expect((await back(emil, 'I want it')).body.data.message).toMatch(/ask them, or an administrator/)
    await meanwhile(`update people set active = 0 where mail = 'jonas.eckhart@brackwater.example'`).catch(
      () => undefined,
    )
    mara = await signIn(server.url)
    expect((await back(mara)).body.data.message).toMatch(/asks for a reason/)
    expect((await back(mara, 'left in May')).status).toBe(200)
    const { checkedOutBy, document } = (await mara('GET', 'documents/BR-8110')).body
    expect(checkedOutBy).toBeNull()
    const [entry] = (await mara('GET', `audit?kind=document&subject=${document.id}&limit=1`)).body
    expect(entry).toMatchObject({ action: 'give back', personName: 'Mara Feldhaus', why: 'left in May' })
    expect(entry.before).toContain('Jonas Eckhart')
  })
  it('of a document that a publish would move is told of beforehand', async () => {
    await file(jonas, 'BR-8111', 'held')
    await jonas('POST', 'documents/BR-8111/check-out', { change: await changeOf('BR-8111') })
    const { lifecycle } = (await mara('GET', 'documents/BR-8111')).body.document
    const { published } = (await mara('GET', 'configuration')).body
    const { entry, states } = published.configuration.lifecycles.find(
      ({ id }: { id: string }) => id === lifecycle,
    )
    const { state } = states.find((use: { state: string }) => use.state !== entry)
    await meanwhile(`update documents set state = '${state}' where number = 'BR-8111'`)
    const { draft } = (await mara('GET', 'configuration')).body
    const edit = { kind: 'remove-state', lifecycle, state }
    expect((await mara('POST', 'draft/edits', { change: draft.change, edit })).status).toBe(200)
    const stranded = (await mara('GET', 'draft/stranded')).body as { state: string; checkedOut: object }[]
    expect(stranded.find((entry) => entry.state === state)!.checkedOut).toMatchObject({
      count: expect.any(Number),
      named: expect.arrayContaining([{ number: 'BR-8111', by: 'Jonas Eckhart' }]),
    })
  })
})

describe('an intake', () => {
  const page = async (id: string) => (await mara('GET', `intakes/${id}`)).body
  const ended = (id: string, kind: string) =>
    eventually(async () => {
      const { job } = await page(id)
      return job?.kind === kind && job.endedAt && job
    }, `the end of ${kind}`)
  async function read(): Promise<string> {
    const asked = { archive: 'Grip archive', register: 'Grip archive register.csv' }
    const { id } = (await mara('POST', 'intakes', asked)).body
    await ended(id, 'intake-read')
    return id
  }

  it('whose transition is removed between plan and run tells so, and can be planned again', async () => {
    const id = await read()
    const ready = (await page(id)).documents.ready as number
    expect(ready).toBeGreaterThan(0)
    const of = (await mara('GET', `intakes/${id}/files?status=ready&limit=1`)).body.rows[0].document.plan
      .transition
    await meanwhile(`update configurations
      set configuration = replace(configuration, '"id":"${of}"', '"id":"${of}-now"')`)
    await mara('POST', `intakes/${id}/run`)
    await ended(id, 'intake-run')
    const after = await page(id)
    expect(after.documents.failed).toBeGreaterThan(0)
    const { rows } = (await mara('GET', `intakes/${id}/files?status=failed&limit=1`)).body
    expect(rows[0].document.message).toMatch(/plan again/)
    expect((await mara('POST', `intakes/${id}/plan`)).status).toBe(200)
    await ended(id, 'intake-plan')
    expect((await page(id)).intake.stage).toBe('read')
    await mara('POST', `intakes/${id}/run`)
    await ended(id, 'intake-run')
    expect((await page(id)).documents.done).toBe(ready)
  })
  it('brings in all but the one whose number came into the vault meanwhile, each once', async () => {
    const id = await read()
    const { ready } = (await page(id)).documents
    const { number } = (await mara('GET', `intakes/${id}/files?status=ready&limit=2`)).body.rows[1].file
    await meanwhile(`update documents set number = '${number}' where number = 'BR-2001'`)
    await mara('POST', `intakes/${id}/run`)
    await ended(id, 'intake-run')
    expect((await page(id)).documents).toMatchObject({ done: ready - 1, failed: 1 })
    const [failed] = (await mara('GET', `intakes/${id}/files?status=failed`)).body.rows
    expect(failed.document.message).toBe(`${number} came into the vault meanwhile by another way`)
    expect((await mara('GET', `documents?intake=${id}`)).body.total).toBe(ready - 1)
  })
  it('stands in the trail as the act of whoever ran it, not of whoever began it and left', async () => {
    const id = await read()
    await meanwhile(`update people set administrator = 1 where mail = 'jonas.eckhart@brackwater.example';
      update people set groups = (select groups from people where mail = 'mara.feldhaus@brackwater.example')
      where mail = 'jonas.eckhart@brackwater.example'`)
    await jonas('POST', `intakes/${id}/run`)
    await ended(id, 'intake-run')
    const { documents } = await page(id)
    expect(documents.done).toBeGreaterThan(0)
    const trail = (await mara('GET', 'audit?limit=200')).body as { code: string; personName: string }[]
    for (const entry of trail.filter(({ code }) =>
      ['bring-in', 'run-intake', 'finish-intake'].includes(code),
    ))
      expect(entry.personName).toBe('Jonas Eckhart')
  })
  it('leaves no link and no pipe out without a word', async () => {
    const archive = join(data, 'archives/Linked')
    mkdirSync(archive)
    writeFileSync(join(archive, 'BR-9301_A.dxf'), 'x')
    execFileSync('ln', ['-s', '/etc/passwd', join(archive, 'BR-9302_A.dxf')])
    execFileSync('mkfifo', [join(archive, 'BR-9303_A.dxf')])
    const { id } = (await mara('POST', 'intakes', { archive: 'Linked', register: null })).body
    await ended(id, 'intake-read')
    const { rows } = (await mara('GET', `intakes/${id}/files`)).body
    const told = rows.map(
      ({ file }: { file: { path: string; planned: { conflicts: { message: string }[] } } }) => [
        file.path,
        file.planned.conflicts[0]?.message ?? '',
      ],
    )
    expect(Object.fromEntries(told)).toMatchObject({
      'BR-9302_A.dxf': expect.stringContaining('it is a link'),
      'BR-9303_A.dxf': expect.stringContaining('a pipe'),
    })
  })
})
