import { execFile } from 'node:child_process'
import { existsSync, mkdirSync, readdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { afterEach, describe, expect, it } from 'vitest'
import { companyPatterns } from '../../core/configuration'
import { configuration } from '../../demo/configuration'
import { drawing } from '../support/files'
import { caller, scratchFolder, signIn, startServer } from '../support/server.mjs'

let server: Awaited<ReturnType<typeof startServer>> | undefined
afterEach(async () => {
  await server?.stop()
  server = undefined
})

const ada = { mail: 'ada.lund@brackwater.example', password: 'ropes-and-grips' }

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

  it('takes a drawing from filing to issue and to the next revision, by people of a directory', async () => {
    const [folder, data] = [scratchFolder('files'), vault()]
    const team = { bo: 'author', carla: 'checker', dag: 'document-control' }
    const mailOf = (id: string) => `${id}@brackwater.example`
    const people = Object.keys(team).map((id) => ({ id, name: id, mail: mailOf(id), groups: [] }))
    const roles = Object.fromEntries(Object.entries(team).map(([id, role]) => [role, [`person:${id}`]]))
    const file = join(folder, 'directory.json')
    writeFileSync(file, JSON.stringify({ people, folders: [{ path: '/', roles }] }))
    const asked = ['--data', data, ...administrator, '--pattern', 'machine-drawings', '--directory', file]
    const { out } = await create(...asked)
    server = await startServer(data)
    const { url } = server
    const choose = async (link: string, mail: string) => {
      const token = new URL(link).searchParams.get('link')
      await caller(url)('POST', 'session/link', { token, password: ada.password })
      return signIn(url, mail, ada.password)
    }
    const mara = await choose(JSON.parse(out).link, ada.mail)
    const invited = (await mara('POST', 'people/invitations', { people: Object.keys(team), by: 'link' })).body
    const [bo, carla] = await Promise.all(
      invited.slice(0, 2).map(({ id, link }: { id: string; link: string }) => choose(link, mailOf(id))),
    )
    const query = 'number=LV-1&title=Lever&folder=/&classId=drawing&fileName=LV-1.dxf'
    expect((await bo('POST', `documents?${query}`, Buffer.from(drawing('LV-1', 'Lever')))).status).toBe(200)
    const page = async (who: typeof mara) => (await who('GET', 'documents/LV-1')).body.document
    const fire = async (who: typeof mara, transition: string) => {
      const { change } = await page(who)
      expect((await who('POST', 'documents/LV-1/fire', { transition, change })).status).toBe(200)
    }
    await fire(bo, 'send-to-check')
    await fire(carla, 'issue')
    expect(await page(bo)).toMatchObject({ state: 'issued', revision: 'A' })
    await fire(bo, 'revise')
    expect(await page(bo)).toMatchObject({ state: 'drafting', revision: 'B' })
    await server.stop()
    const verified = await run('node', ['bin/ilmenite.mjs', 'verify', '--data', data])
    expect(JSON.parse(verified.stdout)).toMatchObject({ sound: true, checked: { documents: 1, versions: 2 } })
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
