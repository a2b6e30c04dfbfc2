import { execFileSync } from 'node:child_process'
import { existsSync, mkdirSync, readdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { afterEach, describe, expect, it } from 'vitest'
import { drawing } from '../support/files'
import { caller, eventually, scratchFolder, signIn, startServer } from '../support/server.mjs'

let server: Awaited<ReturnType<typeof startServer>> | undefined
const mounted: string[] = []
afterEach(async () => {
  await server?.kill()
  server = undefined
  for (const folder of mounted.splice(0)) execFileSync('umount', ['-l', folder])
})

/** Makes a disk of its own, of so many megabytes. Only root may. @returns its folder */
function disk(megabytes: number, ...options: string[]): string {
  const folder = scratchFolder('disk')
  execFileSync('mount', ['-t', 'tmpfs', '-o', [`size=${megabytes}m`, ...options].join(), 'tmpfs', folder])
  mounted.push(folder)
  return folder
}
/** Whether this machine lets a test mount a disk. */
const mayMount = (() => {
  try {
    disk(1)
    execFileSync('umount', [mounted.pop()!])
    return true
  } catch {
    return false
  }
})()

const ada = { name: 'Ada Lund', mail: 'ada.lund@brackwater.example', password: 'ropes-and-grips' }
const linkIn = () => /set-up\?link=([\w-]+)/.exec(server!.output())?.[1]

describe.runIf(mayMount)('a vault on a bad disk', () => {
  it('is refused on a disk that can only be read', async () => {
    const folder = disk(1)
    execFileSync('mount', ['-o', 'remount,ro', folder])
    await expect(startServer(join(folder, 'data'))).rejects.toThrow(/its disk can only be read/)
    await expect(startServer(folder)).rejects.toThrow(/its disk can only be read/)
  })
  it('is refused on a full disk with a sentence, and set up once there is room', async () => {
    const folder = disk(1)
    writeFileSync(join(folder, '.ballast'), Buffer.alloc(2 ** 20 - 8192))
    const refused = await startServer(folder).catch((error: Error) => error.message)
    expect(refused).toMatch(/ilmenite: .*(full|disk)/)
    expect(refused).not.toMatch(/\n\s+at /)
    execFileSync('rm', [join(folder, '.ballast')])
    execFileSync('mount', ['-o', 'remount,size=64m', folder])
    server = await startServer(folder)
    const link = String(await eventually(linkIn, 'the link', 20))
    expect((await caller(server.url)('POST', 'set-up/administrator', { ...ada, link })).status).toBe(200)
  })
  it('that fills up while it is set up refuses the step, which works once there is room', async () => {
    const folder = disk(24)
    server = await startServer(folder)
    const link = String(await eventually(linkIn, 'the link', 20))
    await caller(server.url)('POST', 'set-up/administrator', { ...ada, link })
    const mara = await signIn(server.url, ada.mail, ada.password)
    fill(folder)
    const start = () => mara('POST', 'set-up/start', { patterns: ['machine-drawings'], choices: [] })
    const refused = await start()
    expect([refused.status, refused.body.message]).toEqual([
      507,
      expect.stringMatching(/is full\. Nothing was/),
    ])
    execFileSync('rm', [join(folder, 'ballast')])
    expect((await start()).status).toBe(200)
    fill(folder)
    const asked = 'number=LV-1&title=Lever&folder=/&classId=drawing&fileName=LV-1.dxf'
    const filed = await mara('POST', `documents?${asked}`, Buffer.from(drawing('LV-1', 'Lever')))
    expect(filed.status).not.toBe(200)
    expect((await mara('GET', 'documents/LV-1')).status).toBe(404)
  })
})

/** Writes what a disk still takes. */
function fill(folder: string): void {
  try {
    execFileSync('dd', ['if=/dev/zero', `of=${join(folder, 'ballast')}`, 'bs=4k'], { stdio: 'ignore' })
  } catch {
    // It ends when the disk is full.
  }
  expect(existsSync(join(folder, 'ballast'))).toBe(true)
}

describe('a set-up that was killed', () => {
  it('goes on where it was, after each step', async () => {
    const data = scratchFolder('killed')
    const again = async () => {
      await server?.kill()
      server = await startServer(data)
    }
    for (let time = 0; time < 2; time++) {
      await again()
      await eventually(linkIn, 'the link', 20)
    }
    const link = linkIn()!
    expect((await caller(server!.url)('POST', 'set-up/administrator', { ...ada, link })).status).toBe(200)
    await again()
    let mara = await signIn(server!.url, ada.mail, ada.password)
    expect((await mara('PUT', 'settings/company', { value: 'Brackwater' })).status).toBe(200)
    await again()
    mara = await signIn(server!.url, ada.mail, ada.password)
    expect((await caller(server!.url)('GET', 'set-up')).body).toMatchObject({
      waits: false,
      company: 'Brackwater',
    })
    // Killed while it starts from a pattern: whole or not at all.
    const starting = mara('POST', 'set-up/start', { patterns: ['notes'], choices: [] }).catch(() => undefined)
    await new Promise((resolve) => setTimeout(resolve, 60))
    await again()
    await starting
    mara = await signIn(server!.url, ada.mail, ada.password)
    const { lifecycles } = (await mara('GET', 'configuration')).body.published.configuration
    if (lifecycles.length === 0)
      expect((await mara('POST', 'set-up/start', { patterns: ['notes'], choices: [] })).status).toBe(200)
    const made = (await mara('GET', 'configuration')).body.published.configuration
    expect(made.lifecycles).toHaveLength(1)
    const left = (await mara('GET', 'set-up/left')).body.map(({ key }: { key: string }) => key)
    expect(left).toContain('role author')
    expect(left.filter((key: string) => key.startsWith('grants '))).toEqual([])
  })
})

describe('a list of people', () => {
  const csv = (count: number) =>
    [
      'name,mail',
      ...Array.from({ length: count }, (_, index) => `Person ${index},person.${index}@brackwater.example`),
    ].join('\n')
  it('of 5,000 lines is read and taken, and one of more is refused', async () => {
    const data = scratchFolder('many')
    mkdirSync(data, { recursive: true })
    server = await startServer(data)
    const link = String(await eventually(linkIn, 'the link', 20))
    await caller(server.url)('POST', 'set-up/administrator', { ...ada, link })
    const mara = await signIn(server.url, ada.mail, ada.password)
    const read = (count: number) =>
      mara('POST', 'directory/people-list?fileName=people.csv', Buffer.from(csv(count)))
    expect((await read(5001)).body.problem).toMatch(/more than 5000 lines/)
    const { people } = (await read(5000)).body
    expect(people).toHaveLength(5000)
    const { version } = (await mara('GET', 'directory')).body
    const change = { kind: 'import-people', source: 'people.csv', people }
    expect((await mara('POST', 'directory/changes', { version, accept: true, change })).status).toBe(200)
    const ids = (await mara('GET', 'directory')).body.people.slice(0, 50).map(({ id }: { id: string }) => id)
    const invited = (await mara('POST', 'people/invitations', { people: ids, by: 'letter' })).body
    expect(invited.length).toBeGreaterThanOrEqual(49)
    await eventually(
      () => existsSync(join(data, 'mail')) && readdirSync(join(data, 'mail')).length >= 49,
      'letters',
      60,
    )
  })
})
