import { mkdirSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { DirectoryChange } from '../../../core/directory'
import { type Db, migrateDatabase, openDatabase } from '../../database/connection'
import { jobs, outbox, people } from '../../database/schema'
import { makeChange } from '../../directory/changes'
import { directoryVersion } from '../../directory/folders'
import { startIntake } from '../../intake/start'
import { queueReady } from '../../jobs/queries'
import { setSchedule } from '../../jobs/schedules'
import { account } from '../../directory/people'
import { addAdministrator } from '../administrator'
import { beginVault, theVault } from '../new-vault'
import { startVault } from '../start'
import { leftToDo, wave } from '.'

let folder: string
let db: Db
let ada: string
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'ilmenite-left-'))
  db = openDatabase(folder)
  migrateDatabase(db)
  beginVault(db)
  ada = addAdministrator(db, 'Ada Lund', 'ada.lund@brackwater.example')
  vi.stubEnv('ILMENITE_SMTP', '')
})
afterEach(() => {
  vi.unstubAllEnvs()
  db.$client.close()
  rmSync(folder, { recursive: true })
})

const change = (asked: DirectoryChange) =>
  makeChange(db, theVault, asked, { version: directoryVersion(db), findings: [], accept: true })
const keys = () => leftToDo(db).map(({ key }) => key)
const withPassword = (id: string) =>
  db.update(people).set({ passwordHash: 'chosen' }).where(eq(people.id, id)).run()

describe('what is left to do', () => {
  it('is told of a new vault, each with the act that does it', () => {
    expect(keys()).toEqual(['start', 'second-administrator', 'first-backup', 'mail-server', 'first-archive'])
    for (const { words, act } of leftToDo(db))
      expect([words, act.to]).toEqual([expect.stringMatching(/\w/), expect.stringMatching(/^\//)])
  })
  it('names each role that nobody plays, until somebody does', () => {
    startVault(db, theVault, { patterns: ['notes'], choices: [] })
    expect(keys()).not.toContain('start')
    const roles = () => keys().filter((key) => key.startsWith('role '))
    expect(roles()).toEqual(['role author', 'role checker', 'role document-control'])
    change({ kind: 'set-role', folder: '/', role: 'checker', players: [`person:${ada}`] })
    expect(roles()).toEqual(['role author', 'role document-control'])
  })
  it('ends with a second administrator', () => {
    change({ kind: 'add-person', name: 'Bo', mail: 'bo@brackwater.example', groups: [], administrator: true })
    expect(keys()).not.toContain('second-administrator')
  })
  it('asks for a backup, and then for a schedule', () => {
    queueReady(db, account(db, ada)!, 'backup', {})
    expect(keys()).toContain('first-backup')
    db.update(jobs).set({ status: 'done' }).run()
    expect(keys()).toContain('backup-schedule')
    setSchedule(db, account(db, ada)!, { kind: 'backup', when: 'every day at 2' })
    expect(keys().filter((key) => key.includes('backup'))).toEqual([])
  })
  it('asks for a letter through one’s own mail server', () => {
    vi.stubEnv('ILMENITE_SMTP', 'smtp://mail.brackwater.example')
    expect(keys()).toContain('first-letter')
    const letter = { at: '2026-01-01', recipient: 'a@brackwater.example', subject: 's', body: 'b' }
    db.insert(outbox)
      .values({ ...letter, sentAt: '2026-01-01' } as typeof outbox.$inferInsert)
      .run()
    expect(keys().filter((key) => /mail|letter/.test(key))).toEqual([])
  })
  it('tells of a group of which nobody has signed in', () => {
    change({ kind: 'add-group', name: 'Office' })
    expect(keys()).not.toContain('group office')
    change({
      kind: 'add-person',
      person: 'bo',
      name: 'Bo',
      mail: 'bo@brackwater.example',
      groups: ['office'],
      administrator: false,
    })
    expect(keys()).toContain('group office')
    withPassword('bo')
    expect(keys()).not.toContain('group office')
  })
  it('ends with the first archive', async () => {
    vi.stubEnv('ILMENITE_ARCHIVES', folder)
    mkdirSync(join(folder, 'Grip archive'))
    startVault(db, theVault, { patterns: ['notes'], choices: [] })
    await startIntake(db, account(db, ada)!, { archive: 'Grip archive', register: null })
    expect(keys()).not.toContain('first-archive')
  })
  it('is waved away and taken up again', () => {
    wave(db, theVault, 'first-archive', true)
    wave(db, theVault, 'first-archive', true)
    expect(keys()).not.toContain('first-archive')
    wave(db, theVault, 'first-archive', false)
    expect(keys()).toContain('first-archive')
    expect(() => wave(db, theVault, 'nothing', true)).toThrow('is not left to do any more')
  })
})
