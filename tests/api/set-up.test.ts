import { readdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { afterEach, describe, expect, it } from 'vitest'
import { configuration } from '../../demo/configuration'
import { drawing } from '../support/files'
import { caller, eventually, scratchFolder, signIn, startServer } from '../support/server.mjs'
import { builtRoutes, examples, nameOf } from './routes.fixture'

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
    expect((await call('GET', 'set-up')).body).toMatchObject({ waits: true, company: null })
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
    expect((await call('GET', 'set-up')).body).toMatchObject({ waits: false })
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
      number: 'BR-1',
      title: 'Jaw',
      folder: '/',
      classId: 'drawing',
      fileName: 'BR-1.dxf',
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

  it('answers every question before anything is in the vault', async () => {
    const { url, link } = await served(scratchFolder('new'))
    await caller(url)('POST', 'set-up/administrator', { ...ada, link: await link() })
    const mara = await signIn(url, ada.mail, ada.password)
    const questions = builtRoutes().filter(({ method }) => method === 'GET')
    const faults: string[] = []
    for (const route of questions) {
      const search = new URLSearchParams(examples[nameOf(route)]?.query as Record<string, string>)
      const { status } = await mara('GET', `${route.path.replace(/:\w+/g, '1')}?${search}`)
      if (status >= 500) faults.push(nameOf(route))
    }
    expect(questions.length).toBeGreaterThan(50)
    expect(faults).toEqual([])
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
