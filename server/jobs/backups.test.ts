import { existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { beginVault } from '../set-up/new-vault'
import { type Db, openDatabase } from '../database/connection'
import { migrateDatabase } from '../database/migrate'
import { clock } from '../clock'
import { backupJob } from './backup.job'
import type { JobContext } from './job-kind'
import { clearTrial, restoreJob } from './restore.job'
import { verifyJob } from './verify.job'

let folder: string
let db: Db
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'ilmenite-backups-'))
  vi.stubEnv('ILMENITE_BACKUPS', undefined)
  db = openDatabase(folder)
  migrateDatabase(db)
  beginVault(db)
})
afterEach(() => {
  vi.unstubAllEnvs()
  vi.restoreAllMocks()
  db.$client.close()
  rmSync(folder, { recursive: true })
})

const context = (goesOn = true): JobContext =>
  ({ db, dataFolder: folder, progress: () => goesOn }) as unknown as JobContext
const backups = () => readdirSync(join(folder, 'backups')).sort()
const leftOver = () => readdirSync(folder).filter((name) => name.startsWith('on-trial'))
const backUpAt = (moment: string) => {
  vi.spyOn(clock, 'now').mockReturnValue(new Date(moment))
  return backupJob.run(context())
}

describe('a restore on trial', () => {
  it('brings the newest backup back, finds it sound and clears it away', async () => {
    await backUpAt('2026-12-01T02:00:00Z')
    await backUpAt('2026-12-02T02:00:00Z')
    writeFileSync(join(folder, 'backups', 'vault-notes.tar'), 'not one of ours')
    expect(await restoreJob.run(context())).toEqual({
      done: 'vault-2026-12-02T02-00-00.tar comes back: 0 contents of 0 documents and 1 entries: all sound',
    })
    expect([leftOver(), backups().length]).toEqual([[], 3])
  })
  it('fails where there is no backup, and says what to do', async () => {
    await expect(restoreJob.run(context())).rejects.toThrow(/no backup in .*: back the vault up first/)
  })
  it('fails where the backup is broken, and leaves nothing', async () => {
    await backUpAt('2026-12-01T02:00:00Z')
    writeFileSync(join(folder, 'backups', 'vault-2026-12-03T00-00-00.tar'), 'cut off')
    await expect(restoreJob.run(context())).rejects.toMatchObject({
      name: 'JobError',
      message: expect.stringMatching(/vault-2026-12-03T00-00-00\.tar is (broken|no backup)/),
    })
    expect(leftOver()).toEqual([])
  })
  it('stops when it is told to, and leaves nothing', async () => {
    await backUpAt('2026-12-01T02:00:00Z')
    expect(await restoreJob.run(context(false))).toBe('stopped')
    expect(leftOver()).toEqual([])
  })
  it('that was killed is cleared away', async () => {
    for (const name of ['on-trial', 'on-trial.restoring'])
      mkdirSync(join(folder, name, 'files'), { recursive: true })
    await clearTrial(folder)
    expect([leftOver(), existsSync(join(folder, 'ilmenite.sqlite'))]).toEqual([[], true])
  })
})

describe('a verification', () => {
  it('counts what it has found sound', async () => {
    expect(await verifyJob.run(context())).toEqual({
      done: '0 contents of 0 documents and 1 entries: all sound',
    })
  })
  it('fails at a trail that was altered', async () => {
    const triggers = "select name from sqlite_master where type = 'trigger' and tbl_name = 'audit'"
    for (const { name } of db.$client.prepare<[], { name: string }>(triggers).all())
      db.$client.exec(`drop trigger ${name}`)
    db.$client.exec("update audit set person_name = 'Somebody Else'")
    await expect(verifyJob.run(context())).rejects.toThrow(/^1 not as it should be; the first: /)
  })
})
