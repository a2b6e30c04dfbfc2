import { execFile } from 'node:child_process'
import { existsSync, mkdirSync, readdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { afterEach, describe, expect, it } from 'vitest'
import { companyPatterns } from '../../core/configuration'
import { configuration } from '../../demo/configuration'
import { drawing } from '../support/files'
import { caller, eventually, scratchFolder, signIn, startServer } from '../support/server.mjs'

let server: Awaited<ReturnType<typeof startServer>> | undefined
afterEach(async () => {
  await server?.stop()
  server = undefined
})

const ada = { name: 'Ada Lund', mail: 'ada.lund@brackwater.example', password: 'ropes-and-grips' }
const patterns = { patterns: ['machine-drawings'], choices: ['omit-letters'] }

/** Serves a folder, and finds the set-up link in what the server prints. */
async function served(data: string) {
  server = await startServer(data)
  const found = () => /\/set-up\?link=([\w-]+)/.exec(server!.output())?.[1]
  return { url: server.url, link: async () => String(await eventually(found, 'the set-up link', 20)) }
}

describe('a server on an empty folder', () => {
  it('lets in whoever has the set-up link, once, and nobody else', async () => {
    const { url, link } = await served(scratchFolder('new'))
    const call = caller(url)
    expect((await call('GET', 'set-up')).body).toEqual({ waits: true })
    expect((await call('POST', 'set-up/administrator', { ...ada, link: 'guessed' })).status).toBe(403)
    expect((await call('POST', 'set-up/start', patterns)).status).toBe(401)
    expect((await call('POST', 'session', { mail: ada.mail, password: ada.password })).status).toBe(401)
    const secret = await link()
    const both = await Promise.all(
      [ada, { ...ada, mail: 'bo@brackwater.example' }].map((asked) =>
        call('POST', 'set-up/administrator', { ...asked, link: secret }),
      ),
    )
    expect(both.map(({ status }) => status).sort()).toEqual([200, 409])
    expect((await call('GET', 'set-up')).body).toEqual({ waits: false })
    expect((await call('POST', 'set-up/administrator', { ...ada, link: secret })).body.message).toContain(
      'has an administrator already',
    )
  })

  it('prints a new link when it starts again, until there is an administrator', async () => {
    const data = scratchFolder('new')
    const first = await (await served(data)).link()
    await server!.stop()
    const { url, link } = await served(data)
    const second = await link()
    const call = caller(url)
    expect((await call('POST', 'set-up/administrator', { ...ada, link: first })).body.message).toContain(
      'good no more',
    )
    expect((await call('POST', 'set-up/administrator', { ...ada, link: second })).status).toBe(200)
    await server!.stop()
    const again = await served(data)
    const mara = await signIn(again.url, ada.mail, ada.password)
    expect((await mara('GET', 'session')).body).toMatchObject({ name: ada.name, administrator: true })
    expect(server!.output()).not.toContain('set-up?link=')
  })

  it('starts from patterns once, and a drawing goes from filing to issue', async () => {
    const { url, link } = await served(scratchFolder('new'))
    await caller(url)('POST', 'set-up/administrator', { ...ada, link: await link() })
    const mara = await signIn(url, ada.mail, ada.password)
    const wrong = await mara('PUT', 'set-up/configuration?fileName=ours.json', Buffer.from('{'))
    expect([wrong.status, wrong.body.message]).toEqual([400, expect.stringContaining('ours.json is no JSON')])
    const starts = await Promise.all([patterns, patterns].map((asked) => mara('POST', 'set-up/start', asked)))
    expect(starts.map(({ status }) => status).sort()).toEqual([200, 409])
    await playAll(mara, ['author', 'checker', 'document-control'])
    const bo = await colleague(url, mara)
    const asked = new URLSearchParams({
      ...{ number: 'BR-1', title: 'Jaw', folder: '/', classId: 'drawing', fileName: 'BR-1.dxf' },
    })
    expect((await mara('POST', `documents?${asked}`, Buffer.from(drawing('BR-1', 'Jaw')))).status).toBe(200)
    await fire(mara, 'send-to-check')
    await fire(bo, 'issue')
    expect((await mara('GET', 'documents/BR-1')).body.document).toMatchObject({
      state: 'issued',
      revision: 'A',
    })
    await fire(mara, 'revise')
    expect((await mara('GET', 'documents/BR-1')).body.document).toMatchObject({ revision: 'B' })
  })

  it('is refused where another program has its files, and touches none of them', async () => {
    const data = scratchFolder('other')
    writeFileSync(join(data, 'ledger.db'), 'not ours')
    await expect(startServer(data)).rejects.toThrow('holds no vault but something else (ledger.db)')
    expect(readdirSync(data)).toEqual(['ledger.db'])
  })

  it('starts from a configuration’s file', async () => {
    const { url, link } = await served(scratchFolder('new'))
    await caller(url)('POST', 'set-up/administrator', { ...ada, link: await link() })
    const mara = await signIn(url, ada.mail, ada.password)
    const file = Buffer.from(JSON.stringify(configuration))
    expect((await mara('PUT', 'set-up/configuration?fileName=ours.json', file)).status).toBe(200)
    expect((await mara('GET', 'configuration')).body.published.configuration.lifecycles).toHaveLength(4)
  })
})

type Call = Awaited<ReturnType<typeof signIn>>

/** Lets everybody play roles everywhere. */
async function playAll(mara: Call, roles: string[]) {
  for (const role of roles) {
    const change = { kind: 'set-role', folder: '/', role, players: ['anyone'] }
    const { version } = (await mara('GET', 'directory')).body
    const { status, text } = await mara('POST', 'directory/changes', { version, accept: true, change })
    expect(status, text).toBe(200)
  }
}

/** Adds somebody, who chooses a password by the link that the administrator is told. */
async function colleague(url: string, mara: Call): Promise<Call> {
  const mail = 'bo.rasmussen@brackwater.example'
  const { version } = (await mara('GET', 'directory')).body
  const change = { kind: 'add-person', name: 'Bo Rasmussen', mail, groups: [], administrator: false }
  await mara('POST', 'directory/changes', { version, accept: true, change })
  const { body } = await mara('POST', 'people/bo-rasmussen/link')
  const token = new URL(body.link).searchParams.get('link')
  await caller(url)('POST', 'session/link', { token, password: 'sheaves-and-towers' })
  return signIn(url, mail, 'sheaves-and-towers')
}

async function fire(call: Call, transition: string) {
  const { change } = (await call('GET', 'documents/BR-1')).body.document
  const { status, text } = await call('POST', 'documents/BR-1/fire', { change, transition })
  expect(status, text).toBe(200)
}

interface Ran {
  code: number
  out: string
  err: string
}
const run = promisify(execFile)
const create = (...args: string[]): Promise<Ran> =>
  run('node', ['bin/ilmenite.mjs', 'create', ...args]).then(
    ({ stdout, stderr }) => ({ code: 0, out: stdout, err: stderr }),
    ({ code, stdout, stderr }) => ({ code, out: stdout, err: stderr }),
  )

describe('ilmenite create', () => {
  const administrator = ['--administrator', ada.mail]
  const vault = () => join(scratchFolder('create'), 'vault')

  it.each(companyPatterns.map(({ id }) => id))(
    'makes a vault from %s, and its administrator signs in by the link',
    async (pattern) => {
      const data = vault()
      const { code, out } = await create('--data', data, ...administrator, '--pattern', pattern)
      expect(code).toBe(0)
      const token = new URL(JSON.parse(out).link).searchParams.get('link')
      server = await startServer(data)
      const { status } = await caller(server.url)('POST', 'session/link', { token, password: ada.password })
      expect(status).toBe(200)
      const mara = await signIn(server.url, ada.mail, ada.password)
      expect((await mara('GET', 'session')).body).toMatchObject({ name: 'Ada Lund', administrator: true })
      expect((await mara('GET', 'configuration')).body.published.configuration.lifecycles).toHaveLength(1)
      await server.stop()
      expect(await create('--data', data, ...administrator)).toMatchObject({ code: 2 })
    },
  )

  it('brings a configuration and people in', async () => {
    const [folder, data] = [scratchFolder('files'), vault()]
    const [file, people] = [join(folder, 'c.json'), join(folder, 'd.json')]
    writeFileSync(file, JSON.stringify(configuration))
    const own = { id: '7', name: 'Ada M. Lund', mail: ada.mail, groups: [] }
    const bo = { id: 'bo', name: 'Bo Rasmussen', mail: 'Bo@brackwater.example', groups: ['site-crews'] }
    const grips = { path: '/Grips', roles: { author: ['person:bo'] } }
    writeFileSync(people, JSON.stringify({ people: [bo, own], folders: [grips] }))
    const asked = ['--data', data, ...administrator, '--configuration', file, '--directory', people]
    const { code, out, err } = await create(...asked)
    expect([code, err]).toEqual([0, ''])
    server = await startServer(data)
    const token = new URL(JSON.parse(out).link).searchParams.get('link')
    await caller(server.url)('POST', 'session/link', { token, password: ada.password })
    const mara = await signIn(server.url, ada.mail, ada.password)
    expect((await mara('GET', 'session')).body).toMatchObject({
      id: '7',
      name: 'Ada M. Lund',
      administrator: true,
    })
    const directory = (await mara('GET', 'directory')).body
    expect(directory.people.map(({ id }: { id: string }) => id).sort()).toEqual(['7', 'bo'])
    expect(directory.folders).toContainEqual(expect.objectContaining(grips))
    expect(server.output()).not.toContain('set-up?link=')
  })

  it.each<[string, (data: string) => string[], RegExp, number]>([
    [
      'a folder with something in it',
      (data) => (mkdirSync(data), writeFileSync(join(data, 'x.txt'), ''), []),
      /is not empty: it holds x\.txt/,
      2,
    ],
    ['a file in place of a folder', (data) => (writeFileSync(data, ''), []), /it is a file/, 2],
    ['a pattern that is not there', () => ['--pattern', 'boats'], /no company pattern “boats”/, 1],
    [
      'a file and a pattern',
      () => ['--pattern', 'notes', '--configuration', 'x.json'],
      /leave out one of them/,
      2,
    ],
    [
      'a configuration that is not there',
      () => ['--configuration', '/nowhere.json'],
      /\/nowhere\.json does not exist/,
      2,
    ],
  ])('refuses %s, and leaves nothing', async (_, prepare, message, code) => {
    const data = vault()
    const more = prepare(data)
    const before = existsSync(data) ? contents(data) : []
    const made = await create('--data', data, ...administrator, ...more)
    expect([made.code, made.out]).toEqual([code, ''])
    expect(made.err).toMatch(message)
    expect(existsSync(data) ? contents(data) : []).toEqual(before)
  })

  it('refuses an address that is none, and goes on with a right one', async () => {
    const data = vault()
    expect(await create('--data', data, '--administrator', 'nowhere')).toMatchObject({ code: 1 })
    expect(await create('--data', data, ...administrator)).toMatchObject({ code: 0 })
  })
})

const contents = (path: string): string[] => {
  try {
    return readdirSync(path)
  } catch {
    return ['a file']
  }
}
