import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { check } from '../../core/check'
import { companyPatterns, emptyConfiguration } from '../../core/configuration'
import { clock } from '../clock'
import { published } from '../configuration/published'
import { type Db, openDatabase } from '../database/connection'
import { migrateDatabase } from '../database/migrate'
import { configurations, people } from '../database/schema'
import { allFolders } from '../directory/folders'
import { Refusal } from '../refusal'
import { holderOf } from '../sessions/sessions'
import { addAdministrator, hasAdministrator, takeSetUpLink } from './administrator'
import { beginVault, theVault } from './new-vault'
import { SetUpLink } from './set-up-link'
import { listSchedules } from '../jobs/schedules'
import { startVault } from './start'

let folder: string
let db: Db
const realNow = clock.now
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'ilmenite-new-'))
  db = openDatabase(folder)
  migrateDatabase(db)
  beginVault(db)
})
afterEach(() => {
  clock.now = realNow
  db.$client.close()
  rmSync(folder, { recursive: true })
})

const ada = { name: 'Ada Lund', mail: 'Ada.Lund@brackwater.example', password: 'ropes-and-grips' }
const take = (link: SetUpLink, secret: string, asked = ada) =>
  takeSetUpLink(db, link, { ...asked, link: secret })

describe('a new vault', () => {
  it('begins with an empty configuration and a root that grants nothing, once', () => {
    beginVault(db)
    expect(db.select({ id: configurations.id }).from(configurations).all()).toEqual([{ id: 1 }])
    expect(published(db).configuration).toEqual(emptyConfiguration)
    expect(allFolders(db)).toEqual([{ path: '/', key: '/' }])
    expect(hasAdministrator(db)).toBe(false)
  })
})

describe('a set-up link', () => {
  it('makes the first administrator, who is signed in', async () => {
    const link = new SetUpLink()
    const { account, session } = await take(link, link.renew())
    expect(account).toMatchObject({
      name: 'Ada Lund',
      mail: 'ada.lund@brackwater.example',
      administrator: true,
    })
    expect(holderOf(db, session)?.person.id).toBe(account.id)
    expect(hasAdministrator(db)).toBe(true)
  })
  it('is good once, also where two take it at the same time', async () => {
    const link = new SetUpLink()
    const secret = link.renew()
    const tried = await Promise.allSettled([
      take(link, secret),
      take(link, secret, { ...ada, mail: 'bo@brackwater.example' }),
    ])
    expect(tried.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected'])
    await expect(take(link, secret)).rejects.toThrow('has an administrator already')
    expect(db.select().from(people).all()).toHaveLength(1)
  })
  it.each([
    ['another secret', 0, () => 'guessed'],
    ['one that was made anew', 0, (link: SetUpLink) => (link.renew(), undefined)],
    ['one that is an hour old', 3_600_000, () => undefined],
  ])('is refused: %s', async (_, later, change) => {
    const link = new SetUpLink()
    const secret = link.renew()
    const sent = change(link) ?? secret
    clock.now = () => new Date(realNow().getTime() + later)
    await expect(take(link, sent)).rejects.toThrow('good no more')
    expect(db.select().from(people).all()).toEqual([])
  })
  it('is good no less after a password that is too short', async () => {
    const link = new SetUpLink()
    const secret = link.renew()
    await expect(take(link, secret, { ...ada, password: 'short' })).rejects.toThrow('fewer than 10')
    await expect(take(link, secret, { ...ada, mail: 'nowhere' })).rejects.toThrow('no mail address')
    await expect(take(link, secret)).resolves.toBeDefined()
  })
  it('takes an administrator over who never signed in', async () => {
    addAdministrator(db, 'Ada', ada.mail)
    expect(hasAdministrator(db)).toBe(false)
    const link = new SetUpLink()
    const { account } = await take(link, link.renew())
    expect(db.select().from(people).all()).toMatchObject([{ id: account.id, name: 'Ada Lund' }])
  })
})

describe('a start', () => {
  const machines = { patterns: ['machine-drawings'], choices: ['omit-letters'] }
  it('makes the folders of its patterns, and the usual schedules', () => {
    addAdministrator(db, ada.name, ada.mail)
    startVault(db, theVault, { ...machines, patterns: ['machine-drawings', 'notes'] })
    expect(allFolders(db).map(({ path }) => path)).toEqual(['/', '/Drawings', '/Notes'])
    expect(new Set(listSchedules(db).map(({ kind, words }) => `${kind}: ${words}`))).toEqual(
      new Set([
        'backup: every day at 02:00',
        'restore: every month on the 1st at 04:00',
        'verify: every Sunday at 03:00',
        'digest: every workday at 06:00',
        'remind: every Monday at 07:00',
      ]),
    )
  })
  it('puts company patterns in force, with what their roles need on the root', () => {
    addAdministrator(db, ada.name, ada.mail)
    expect(startVault(db, theVault, { ...machines, patterns: ['machine-drawings', 'notes'] })).toBe(2)
    const { configuration } = published(db)
    expect(configuration.lifecycles.map(({ name }) => name)).toEqual(['Machine drawing', 'Note'])
    const root = allFolders(db).find(({ path }) => path === '/')
    expect(root!.grants).toMatchObject({ anyone: ['see', 'open'] })
    expect(root!.grants!['role:author']).toContain('edit')
    expect(check(configuration).filter(({ severity }) => severity !== 'advice')).toEqual([])
  })
  it('may be a configuration’s file', () => {
    addAdministrator(db, ada.name, ada.mail)
    const text = JSON.stringify({
      ...emptyConfiguration,
      schemes: [{ id: 'n', name: 'N', series: [{ id: 'i', major: { kind: 'digits' } }] }],
    })
    expect(startVault(db, theVault, { text, fileName: 'ours.json' })).toBe(2)
    expect(published(db).configuration.schemes.map(({ name }) => name)).toEqual(['N'])
  })
  it.each([
    [
      'a pattern that is not there',
      { patterns: ['boats'], choices: [] },
      'there is no company pattern “boats”',
    ],
    ['no JSON', { text: '{', fileName: 'a.json' }, 'a.json is no JSON'],
    [
      'errors',
      {
        text: JSON.stringify({
          ...emptyConfiguration,
          schemes: [
            {
              id: 'n',
              name: 'N',
              series: [
                { id: 'a', major: { kind: 'digits' } },
                { id: 'b', major: { kind: 'digits' } },
              ],
            },
          ],
        }),
        fileName: 'a.json',
      },
      'the configuration has an error',
    ],
  ])('is refused with %s, and changes nothing', (_, start, message) => {
    addAdministrator(db, ada.name, ada.mail)
    expect(() => startVault(db, theVault, start)).toThrow(message)
    expect(() => startVault(db, theVault, start)).toThrow(Refusal)
    expect(published(db).id).toBe(1)
  })
  it('is made once', () => {
    addAdministrator(db, ada.name, ada.mail)
    for (const { id } of companyPatterns.slice(0, 1))
      startVault(db, theVault, { patterns: [id], choices: [] })
    expect(() => startVault(db, theVault, machines)).toThrow('has its configuration already')
    expect(published(db).id).toBe(2)
  })
})
