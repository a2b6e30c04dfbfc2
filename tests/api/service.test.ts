import { request } from 'node:http'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { afterEach, describe, expect, it } from 'vitest'
import { drawing } from '../support/files'
import { demoData, eventually, scratchFolder, signIn, startServer } from '../support/server.mjs'

let server: Awaited<ReturnType<typeof startServer>> | undefined
afterEach(async () => {
  await server?.kill()
  server = undefined
})

/** The jobs of a data folder whose server has ended. */
function jobsIn(data: string): { kind: string; status: string; attempts: number }[] {
  const db = new Database(join(data, 'ilmenite.sqlite'), { readonly: true })
  const rows = db.prepare('select kind, status, attempts from jobs').all()
  db.close()
  return rows as { kind: string; status: string; attempts: number }[]
}

/** Begins an upload and holds its second half back. @returns what sends that half, and the answer's status */
function slowUpload(url: string, cookie: string, path: string, content: Buffer) {
  const half = Math.floor(content.length / 2)
  const headers = { cookie, origin: url, 'content-length': content.length, expect: '100-continue' }
  const upload = request(`${url}/api/${path}`, { method: 'POST', headers })
  const status = new Promise<number>((resolve, reject) => {
    upload.once('response', (answer) => (answer.resume(), resolve(answer.statusCode!)))
    upload.once('error', reject)
  })
  const hasBegun = new Promise<void>((resolve) => {
    upload.once('continue', () => upload.write(content.subarray(0, half), () => resolve()))
  })
  upload.flushHeaders()
  return { status, hasBegun, finish: () => upload.end(content.subarray(half)) }
}

describe('a server that is asked to end', () => {
  it('answers what it has begun, puts its jobs back, and goes on with them at the next start', async () => {
    const data = demoData()
    server = await startServer(data)
    const { url } = server
    const mara = await signIn(url)
    await mara('POST', 'jobs', { kind: 'verify' })
    await mara('POST', 'jobs', { kind: 'backup' })
    const asked = 'number=BR-7301&title=Lever&folder=/Grips&classId=part&fileName=BR-7301.dxf'
    const session = await fetch(`${server.url}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ mail: 'jonas.eckhart@brackwater.example', password: 'ropeway-42' }),
    })
    const cookie = session.headers
      .getSetCookie()
      .map((one) => one.split(';')[0])
      .join('; ')
    const upload = slowUpload(
      server.url,
      cookie,
      `documents?${asked}`,
      Buffer.from(drawing('BR-7301', 'Lever')),
    )
    await upload.hasBegun
    const ended = server.end()
    const refuses = () =>
      fetch(url).then(
        () => false,
        () => true,
      )
    await eventually(refuses, 'the server to take nothing new', 20)
    upload.finish()
    expect(await upload.status).toBe(200)
    expect(await ended).toBe(0)
    const left = jobsIn(data)
    expect(left.map(({ status }) => status)).not.toContain('running')
    server = await startServer(data)
    const again = await signIn(server.url)
    expect((await again('GET', 'documents/BR-7301')).status).toBe(200)
    const open = async () => (await again('GET', 'jobs?status=open')).body.length === 0
    await eventually(open, 'the jobs that were put back', 120)
    const done = jobsIn(data).filter(({ kind }) => ['verify', 'backup'].includes(kind))
    expect(done.map(({ status }) => status)).toEqual(['done', 'done'])
  })
})

describe('a log for programs', () => {
  it('is a JSON object a line, and names no document', async () => {
    server = await startServer(demoData(), { options: ['--log', 'json'] })
    const mara = await signIn(server.url)
    expect((await mara('GET', 'documents/BR-2024')).status).toBe(200)
    expect((await mara('GET', 'documents/BR-9999')).status).toBe(404)
    await fetch(`${server.url}/vault/BR-2024`)
    const lines = () => server!.output().trim().split('\n')
    await eventually(() => lines().some((line) => line.includes('/api/documents/:number')), 'a line', 20)
    const entries = lines().map((line) => JSON.parse(line) as Record<string, unknown>)
    expect(entries.every(({ level, time, msg }) => level && time && msg)).toBe(true)
    expect(entries).toContainEqual(
      expect.objectContaining({
        msg: 'request',
        method: 'GET',
        route: '/api/documents/:number',
        status: 404,
        milliseconds: expect.any(Number),
      }),
    )
    expect(entries.map(({ msg }) => String(msg))).toContainEqual(expect.stringMatching(/^Listening on/))
    expect(server.output()).not.toMatch(/BR-\d/)
  })
  it('is sentences for people where nobody asks for another', async () => {
    server = await startServer(scratchFolder('new'))
    await eventually(() => /set-up\?link=/.test(server!.output()), 'the link', 20)
    expect(server.output()).toMatch(/^data {6}\//m)
    expect(server.output()).not.toContain('{"level"')
  })
})
