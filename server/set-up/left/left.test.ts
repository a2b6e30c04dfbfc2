import { mkdirSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { applyEdit, missingGrants } from '../../../core/configuration'
import type { DirectoryChange } from '../../../core/directory'
import { insertConfiguration, published } from '../../configuration/published'
import { type Db, openDatabase } from '../../database/connection'
import { migrateDatabase } from '../../database/migrate'
import { jobs, outbox, people } from '../../database/schema'
import { makeChange } from '../../directory/changes'
import { wholeDirectory } from '../../directory/directory'
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
/** Puts a configuration in force that has another company pattern besides. */
function takeLater(pattern: string) {
  const { id, configuration } = published(db)
  const edit = { kind: 'take-company-patterns' as const, patterns: [pattern], choices: [] }
  insertConfiguration(db, {
    id: id + 1,
    configuration: applyEdit(configuration, edit),
    personName: 'Ada Lund',
    comment: null,
  })
}
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
  it('tells that no folder speaks of those that another pattern grants something, until one does', () => {
    startVault(db, theVault, { patterns: ['notes'], choices: [] })
    const grants = () => keys().filter((key) => key.startsWith('grants '))
    expect(grants()).toEqual([])
    takeLater('building-project')
    expect(leftToDo(db).find(({ key }) => key.startsWith('grants '))?.words).toMatch(
      /^No folder grants anything to .*, so what states grant them counts nowhere$/,
    )
    const missing = missingGrants(published(db).configuration, wholeDirectory(db).folders)
    change({ kind: 'set-folder-grants', folder: '/', grants: missing })
    expect(grants()).toEqual([])
  })
  it('ends with a second administrator', () => {
    change({ kind: 'add-person', name: 'Bo', mail: 'bo@brackwater.example', groups: [], administrator: true })
    expect(keys()).not.toContain('second-administrator')
  })
  it('asks for a backup, for a trial of it, and then for a schedule', () => {
    queueReady(db, account(db, ada)!, 'backup', {})
    expect(keys()).toContain('first-backup')
    db.update(jobs).set({ status: 'done' }).run()
    expect(keys()).toContain('first-restore')
    queueReady(db, account(db, ada)!, 'restore', {})
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
