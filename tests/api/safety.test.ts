import { execFile } from 'node:child_process'
import { existsSync, mkdirSync, readdirSync, statSync, writeFileSync } from 'node:fs'
import { request } from 'node:http'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { demoData, eventually, signIn, startServer } from '../support/server.mjs'

const execute = promisify(execFile)

let data: string
let server: Awaited<ReturnType<typeof startServer>>
let mara: Awaited<ReturnType<typeof signIn>>
let jonas: typeof mara
let carla: typeof mara

beforeAll(async () => {
  data = demoData()
  mkdirSync(join(data, 'secrets'))
  for (const left of ['session-secret', 'secrets/session'])
    writeFileSync(join(data, left), 'of an earlier version')
  server = await startServer(data)
  mara = await signIn(server.url)
  jonas = await signIn(server.url, 'jonas.eckhart@brackwater.example')
  carla = await signIn(server.url, 'carla.winslow@brackwater.example')
})
afterAll(() => server?.stop())

describe('the vault’s own data', () => {
  it('holds no secret, and is for nobody else on the machine', () => {
    for (const left of ['session-secret', 'secrets']) expect(existsSync(join(data, left)), left).toBe(false)
    const mode = (name: string) => statSync(join(data, name)).mode & 0o77
    for (const name of ['ilmenite.sqlite', 'ilmenite.sqlite-wal', 'ilmenite.sqlite-shm', 'in-use', 'files'])
      expect(mode(name), name).toBe(0)
  })
  it('is in no effect of a transition, whatever a template asks for', async () => {
    const draft = async () => (await mara('GET', 'configuration')).body.draft
    const note = { kind: 'change-transition', lifecycle: 'note', transition: 'issue' }
    for (const path of ['README.md', join(data, 'ilmenite.sqlite'), '../ilmenite.sqlite', '/etc/passwd'])
      for (const tag of ['render', 'include', 'layout']) {
        const value = `{% ${tag} "${path}" %}`
        expect(
          (
            await mara('POST', 'draft/edits', {
              change: (await draft()).change,
              edit: { ...note, patch: { effects: [{ kind: 'write', attribute: 'title', value }] } },
            })
          ).status,
        ).toBe(200)
        const published = await mara('POST', 'draft/publish', { change: (await draft()).change })
        expect(published.status, value).toBe(409)
        expect(published.text).toContain('template-invalid')
        expect(published.text).not.toMatch(/SQLite format|root:|demo data/)
      }
    await mara('DELETE', 'draft', { change: (await draft()).change })
  })
  it('is not reached through an archive share that holds the data folder', async () => {
    await server.stop()
    server = await startServer(data, { env: { ILMENITE_ARCHIVES: join(data, '..') } })
    mara = await signIn(server.url)
    const name = data.slice(data.lastIndexOf('/') + 1)
    for (const archive of [name, `${name}/files`]) {
      const answer = await mara('POST', 'intakes', { archive, register: null })
      expect(answer.status, archive).toBe(400)
      expect(answer.text).toContain('the vault’s own data')
    }
    expect(
      (
        await mara('POST', 'intakes', {
          archive: `${name}/archives/Grip archive`,
          register: `${name}/ilmenite.sqlite`,
        })
      ).status,
    ).toBe(400)
    await server.stop()
    server = await startServer(data)
    mara = await signIn(server.url)
    jonas = await signIn(server.url, 'jonas.eckhart@brackwater.example')
    carla = await signIn(server.url, 'carla.winslow@brackwater.example')
  })
})

describe('the audit trail', () => {
  const half = 'half a pair: \ud83d'
  // Not in one go: a connection that the server gives up meanwhile has to be noticed.
  const whole = async () =>
    JSON.parse((await execute('npx', ['ilmenite', 'audit', 'verify', '--data', data])).stdout)

  it('stays whole whatever people write', async () => {
    const { document } = (await mara('GET', 'documents/BR-5002')).body
    expect(
      (
        await mara('PUT', 'documents/BR-5002/record', {
          change: document.change,
          values: { title: half, legacy_revision: `\udc00${half}` },
        })
      ).status,
    ).toBe(200)
    const { change } = (await mara('GET', 'documents/BR-5002')).body.document
    const harun = await signIn(server.url, 'harun.delacroix@brackwater.example')
    expect(
      (await harun('POST', 'documents/BR-5002/fire', { transition: 'send-to-check', comment: half, change }))
        .status,
    ).toBe(200)
    const draft = (await mara('GET', 'configuration')).body.draft
    await mara('POST', 'draft/edits', {
      change: draft.change,
      edit: { kind: 'rename-state', state: 'on-hold', name: half },
    })
    await mara('POST', 'draft/publish', { change: draft.change + 1, comment: half })
    expect(await whole()).toMatchObject({ whole: true })
    const trail = (await mara('GET', 'audit?limit=50')).body as { why: string | null }[]
    expect(trail.some(({ why }) => why === 'half a pair: \ufffd')).toBe(true)
  })
  it('stays whole where a configuration from a file has half a pair in it', async () => {
    const configuration = JSON.parse((await mara('GET', 'configuration/export')).text)
    configuration.states[0].name = half
    const draft = (await mara('GET', 'configuration')).body.draft
    const text = JSON.stringify(configuration)
    expect(text).toContain('\\ud83d')
    expect(
      (
        await mara(
          'PUT',
          `draft/import?change=${draft.change}&fileName=a.json`,
          new TextEncoder().encode(text),
        )
      ).status,
    ).toBe(200)
    expect((await mara('GET', 'configuration')).text).not.toContain('\\ud83d')
    await mara('DELETE', 'draft', { change: draft.change + 1 })
    expect(await whole()).toMatchObject({ whole: true })
  })
  it('answers plainly to an address that is no text', async () => {
    const answer = await mara('GET', 'documents/%E0%A4')
    expect(answer.status).toBe(400)
  })
})

describe('what may be adopted', () => {
  const plan = (call: typeof mara, query: object) => call('POST', 'adoptions/plan', query)

  it('tells nothing of documents that the caller may not see, by number or by folder', async () => {
    expect((await plan(mara, { numbers: ['BR-5003'] })).body).toHaveLength(1)
    for (const number of ['BR-5001', 'BR-5003', 'BR-5010']) {
      const hidden = await plan(carla, { numbers: [number], attribute: 'material' })
      const missing = await plan(carla, { numbers: ['BR-9999'], attribute: 'material' })
      expect(hidden.status).toBe(404)
      expect(hidden.text.replaceAll(number, '')).toBe(missing.text.replaceAll('BR-9999', ''))
    }
    expect((await plan(carla, { folder: '/Line/Carried over' })).body).toEqual([])
    expect((await plan(carla, { numbers: [] })).body).toEqual([])
  })
  it('leaves out the references that the caller may not see', async () => {
    const every = (await plan(mara, { folder: '/' })).body as { number: string; parent: string | null }[]
    const seen = (await plan(carla, { folder: '/' })).body as typeof every
    const visible = new Set(
      ((await carla('GET', 'documents?limit=500')).body.rows as { number: string }[]).map(
        ({ number }) => number,
      ),
    )
    expect(seen.length).toBeGreaterThan(20)
    expect(every.length).toBeGreaterThan(seen.length)
    expect(seen.filter(({ number }) => !visible.has(number))).toEqual([])
    const hiddenChildren = every.filter(
      ({ number, parent }) => parent !== null && visible.has(parent) && !visible.has(number),
    )
    expect(hiddenChildren.length).toBeGreaterThan(0)
  })
  it('nor does a document’s page name them', async () => {
    const every = (await plan(mara, { folder: '/' })).body as { number: string; parent: string | null }[]
    const visible = new Set(
      ((await carla('GET', 'documents?limit=500')).body.rows as { number: string }[]).map(
        ({ number }) => number,
      ),
    )
    const { number, parent } = every.find(
      (row) => row.parent !== null && visible.has(row.parent) && !visible.has(row.number),
    )!
    const page = (await carla('GET', `documents/${parent}`)).body
    expect(page.refersTo.map((child: { number: string }) => child.number)).not.toContain(number)
    expect(
      (await mara('GET', `documents/${parent}`)).body.refersTo.map(
        (child: { number: string }) => child.number,
      ),
    ).toContain(number)
  })
})

describe('downloads that are broken off', () => {
  const openFiles = () => readdirSync(`/proc/${server.pid}/fd`).length

  it('let their files go, at whatever moment', async () => {
    const content = new Uint8Array(8 * 2 ** 20).fill(65)
    expect(
      (await jonas('POST', 'documents?number=BR-8001&folder=/Grips&fileName=large.bin', content)).status,
    ).toBe(400)
    expect(
      (await jonas('POST', 'documents?number=BR-8001&folder=/Grips&fileName=large.dxf', content)).status,
    ).toBe(200)
    const cookie = await cookieOf()
    const before = openFiles()
    const breakOff = (after: number) =>
      new Promise<void>((done) => {
        const asked = request(
          `${server.url}/api/documents/BR-8001/versions/1`,
          { headers: { cookie }, agent: false },
          (answer) => {
            answer.once('data', () => asked.destroy())
            answer.on('error', () => undefined)
          },
        )
        asked.on('error', () => undefined)
        asked.on('close', () => done())
        asked.end()
        if (after >= 0) setTimeout(() => asked.destroy(), after)
      })
    for (let round = 0; round < 12; round++)
      await Promise.all(Array.from({ length: 40 }, (_, index) => breakOff(index % 4 === 0 ? -1 : index % 20)))
    await eventually(() => openFiles() <= before + 8, 'the end of the open files')
    const whole = await jonas('GET', 'documents/BR-8001/versions/1')
    expect(whole.text).toHaveLength(content.length)
  })

  async function cookieOf(): Promise<string> {
    const answer = await fetch(`${server.url}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ mail: 'jonas.eckhart@brackwater.example', password: 'ropeway-42' }),
    })
    return answer.headers
      .getSetCookie()
      .map((line) => line.split(';')[0])
      .join('; ')
  }
})
