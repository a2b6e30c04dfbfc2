import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { createServer, type RequestListener, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { desc } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { SettingName } from '../../shared/answers'
import { clock } from '../clock'
import { audit, outbox } from '../database/schema'
import { emptyVault } from '../documents/vault.fixture'
import { listSchedules, setSchedule } from '../jobs/schedules'
import { startMailServer } from '../stand-ins/mail-server'
import { allSettings, keepSetting } from '.'
import { ownOrigin, serverMark } from './address'
import { backupFolder } from './backup-folder'
import { mailRoute } from './mail'
import { dayOf } from './zone'

let vault: ReturnType<typeof emptyVault>
let folder: string
beforeEach(() => {
  vault = emptyVault()
  folder = mkdtempSync(join(tmpdir(), 'ilmenite-settings-'))
  for (const name of ['ILMENITE_SMTP', 'ILMENITE_ORIGIN', 'ILMENITE_BACKUPS', 'ILMENITE_MAIL_FROM'])
    vi.stubEnv(name, undefined)
  vi.stubEnv('ILMENITE_ARCHIVES', join(folder, 'archives'))
})
afterEach(() => {
  vi.unstubAllEnvs()
  vi.restoreAllMocks()
  vault.remove()
  rmSync(folder, { recursive: true, force: true })
})

const data = () => join(folder, 'data')
const keep = (name: SettingName, value: string) =>
  keepSetting(name, value, { db: vault.db, account: vault.who('Mara Feldhaus'), dataFolder: data() })
const setting = (name: SettingName) => allSettings(vault.db, data()).find((one) => one.name === name)!
const letters = () => vault.db.select().from(outbox).all()
const lastEntry = () => vault.db.select().from(audit).orderBy(desc(audit.id)).limit(1).get()!

describe('a setting', () => {
  it('is as usual until it is kept, and again once it is emptied', async () => {
    expect(setting('company')).toEqual({ name: 'company', value: null, used: 'Ilmenite', variable: null })
    const { said } = await keep('company', '  Brackwater   Ropeways ')
    expect(said).toBe('The sign-in page and letters say Brackwater Ropeways')
    expect(setting('company')).toMatchObject({ value: 'Brackwater Ropeways', used: 'Brackwater Ropeways' })
    await keep('company', ' ')
    expect(setting('company')).toMatchObject({ value: null, used: 'Ilmenite' })
  })

  it('stands in the trail when it changes, and not when it is tried again', async () => {
    await keep('sender', 'vault@brackwater.example')
    const entry = lastEntry()
    expect(entry).toMatchObject({
      code: 'setting',
      action: 'set the sender of letters',
      personName: 'Mara Feldhaus',
    })
    expect([entry.before, entry.after]).toEqual([
      '{"sender":"vault@localhost"}',
      '{"sender":"vault@brackwater.example"}',
    ])
    await keep('sender', 'vault@brackwater.example')
    expect(lastEntry().id).toBe(entry.id)
  })

  it('is decided by the environment where that says something', async () => {
    vi.stubEnv('ILMENITE_MAIL_FROM', 'drawings@brackwater.example')
    const decided = { used: 'drawings@brackwater.example', variable: 'ILMENITE_MAIL_FROM' }
    expect(setting('sender')).toMatchObject(decided)
    await expect(keep('sender', 'vault@brackwater.example')).rejects.toThrow(
      'ILMENITE_MAIL_FROM decides this',
    )
  })

  it.each<[SettingName, string, RegExp]>([
    ['company', 'x'.repeat(101), /has 101 characters: 100 is the most/],
    ['time-zone', 'Brackwater', /“Brackwater” is no time zone/],
    ['address', 'vault.brackwater.example', /begins with https:\/\//],
    ['address', 'ftp://vault.brackwater.example', /begins with https:\/\//],
    ['address', 'https://vault.brackwater.example/vault', /says more than scheme, host and port/],
    ['mail-server', 'mail.brackwater.example', /is no mail server: write smtp:\/\/host:port/],
    ['mail-server', 'http://mail.brackwater.example', /is no mail server/],
    ['sender', 'the vault', /is no mail address/],
    ['backups', 'backups', /is no folder of the server: write its whole path/],
  ])('%s refuses “%s”', async (name, value, words) => {
    await expect(keep(name, value)).rejects.toThrow(words)
    expect(setting(name).value).toBeNull()
  })
})

describe('the time zone', () => {
  it('decides when a day begins', async () => {
    await keep('time-zone', 'Pacific/Auckland')
    expect(dayOf(vault.db, '2026-12-01T12:30:00.000Z')).toBe('2026-12-02')
    await keep('time-zone', 'America/Los_Angeles')
    expect(dayOf(vault.db, '2026-12-01T07:30:00.000Z')).toBe('2026-11-30')
  })

  it('moves the hours of schedules with it', async () => {
    vi.spyOn(clock, 'now').mockReturnValue(new Date('2026-12-01T00:00:00Z'))
    await keep('time-zone', 'UTC')
    setSchedule(vault.db, vault.who('Mara Feldhaus'), { kind: 'backup', when: 'every day at 6' })
    expect(listSchedules(vault.db)[0]!.next[0]).toBe('2026-12-01T06:00:00.000Z')
    expect((await keep('time-zone', 'Europe/Oslo')).said).toBe('There it is 1 December 2026 at 01:00')
    expect(listSchedules(vault.db)[0]).toMatchObject({ nextAt: '2026-12-01T05:00:00.000Z' })
  })
})

/** Starts a web server of its own for a test. @returns its origin */
async function answering(listener: RequestListener): Promise<{ origin: string; server: Server }> {
  const server = createServer(listener)
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  return { origin: `http://127.0.0.1:${(server.address() as AddressInfo).port}`, server }
}

describe('the address in links', () => {
  const cases: [string, RequestListener, RegExp][] = [
    [
      'this vault',
      (_, answer) => answer.end(JSON.stringify({ server: serverMark })),
      /^This vault answers at/,
    ],
    ['something else', (_, answer) => answer.end('hello'), /could not see .*no vault/],
    ['an error', (_, answer) => void answer.writeHead(404).end(), /could not see .*it answers 404/],
  ]
  it.each(cases)('is kept and tells so where %s answers', async (_, listener, words) => {
    const { origin, server } = await answering(listener)
    expect((await keep('address', `${origin}/`)).said).toMatch(words)
    expect(ownOrigin(vault.db)).toBe(origin)
    server.close()
  })
  it('is refused where another vault answers', async () => {
    const { origin, server } = await answering((_, answer) => answer.end('{"server":"another"}'))
    await expect(keep('address', origin)).rejects.toThrow(/another vault answers/)
    server.close()
  })
  it('is kept and tells so where nobody answers', async () => {
    const { origin, server } = await answering(() => {})
    await new Promise((done) => server.close(done))
    expect((await keep('address', origin)).said).toMatch(/could not see .*ECONNREFUSED/)
  })
})

describe('the mail server', () => {
  it('is greeted before it is kept, and a letter goes through it', async () => {
    const server = await startMailServer(join(folder, 'mail'))
    const { said } = await keep('mail-server', server)
    expect(said).toBe(`A letter is on its way to ${vault.who('Mara Feldhaus').mail}`)
    expect(letters()).toMatchObject([{ subject: 'Letters from the vault reach you', sentAt: null }])
    expect(mailRoute(vault.db)).toMatchObject({ server })
  })
  it('that is not there is not kept, and no letter is written', async () => {
    await expect(keep('mail-server', 'smtp://127.0.0.1:9')).rejects.toThrow(/cannot be used .*ECONNREFUSED/)
    expect([mailRoute(vault.db).server, letters()]).toEqual([undefined, []])
  })
  it('keeps its password, which nobody is shown', async () => {
    const server = await startMailServer(join(folder, 'mail'))
    const [full, shown] = [server.replace('//', '//vault:a%40b@'), server.replace('//', '//vault@')]
    expect((await keep('mail-server', full)).setting).toMatchObject({ value: shown, used: shown })
    expect(JSON.stringify([lastEntry(), allSettings(vault.db, data())])).not.toContain('a%40b')
    await keep('mail-server', shown)
    expect(mailRoute(vault.db).server).toBe(full)
    await keep('mail-server', server)
    expect(mailRoute(vault.db).server).toBe(server)
  })
})

describe('the folder for backups', () => {
  it('is written into and read at once, and nothing is left there', async () => {
    const backups = join(folder, 'elsewhere', 'backups')
    expect((await keep('backups', backups)).said).toBe(`Wrote and read a file in ${backups}`)
    expect([backupFolder(vault.db, data()), readdirSync(backups)]).toEqual([backups, []])
  })
  it.each<[string, () => string, RegExp]>([
    ['is a file', () => join(folder, 'file'), /cannot be written into .* \(EEXIST\)/],
    ['lies in a file', () => join(folder, 'file', 'backups'), /cannot be written into .* \(ENOTDIR\)/],
    ['is among the vault’s data', () => join(data(), 'files'), /among the vault’s own data/],
    ['is the data folder', data, /among the vault’s own data/],
    ['lies in the archive share', () => join(folder, 'archives', 'x'), /in the archive share/],
  ])('that %s is refused', async (_, path, words) => {
    writeFileSync(join(folder, 'file'), '')
    await expect(keep('backups', path())).rejects.toThrow(words)
    expect(backupFolder(vault.db, data())).toBe(join(data(), 'backups'))
  })
})
