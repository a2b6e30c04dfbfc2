import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gunzipSync } from 'node:zlib'
import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { restoreBackup } from '../../backup/read'
import { verifyVault } from '../../backup/verify'
import { account } from '../directory/people'
import { people } from './schema'
import { fire } from '../documents/acts/fire'
import { documentRow, register } from '../documents/rows'
import { keepSetting } from '../settings'
import { leftToDo } from '../set-up/left'
import { type Db, openDatabase } from './connection'
import { migrateDatabase } from './migrate'

const { version } = JSON.parse(readFileSync('package.json', 'utf8')) as { version: string }
const kept = readdirSync('tests/releases').flatMap((name) => /^(.*)\.tar\.gz$/.exec(name)?.[1] ?? [])

let folder: string
let db: Db | undefined
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'ilmenite-migrate-'))
  vi.stubEnv('ILMENITE_BACKUPS', undefined)
  vi.spyOn(console, 'log').mockReturnValue()
})
afterEach(() => {
  db?.$client.close()
  db = undefined
  vi.unstubAllEnvs()
  vi.restoreAllMocks()
  rmSync(folder, { recursive: true })
})

const data = () => join(folder, 'data')
/** Restores the vault of a release, as a server of that release has left it. */
async function vaultOf(release: string): Promise<Db> {
  const backup = join(folder, 'backup.tar')
  writeFileSync(backup, gunzipSync(readFileSync(`tests/releases/${release}.tar.gz`)))
  await restoreBackup(backup, data())
  return (db = openDatabase(data()))
}
const copies = () => {
  const names = readdirSync(data()).includes('backups') ? readdirSync(join(data(), 'backups')) : []
  return names.filter((name) => name.startsWith('before-upgrade-'))
}
const standing = (vault: Db) =>
  ['BR-7001', 'BR-7002', 'BR-7003'].map((number) => {
    const row = documentRow(vault, number)
    return [
      row.state,
      row.revision,
      register(vault, row.id)
        .map(({ label }) => label)
        .join(),
    ]
  })
const tables = (vault: Db) =>
  vault.$client.prepare("select sql from sqlite_master where name not like 'sqlite_%' order by name").all()

describe('a vault of an earlier release', () => {
  it('is kept for every release until this one', () => {
    expect(kept).toContain(version)
    expect(kept.length).toBeGreaterThan(1)
  })
  it.each(kept)('%s is upgraded with nothing lost, and people go on', async (release) => {
    const vault = await vaultOf(release)
    migrateDatabase(vault)
    expect(standing(vault)).toEqual([
      ['drafting', 'A', 'A'],
      ['checking', 'A', 'A'],
      ['issued', 'A', 'A'],
    ])
    expect(await verifyVault(data())).toMatchObject({ sound: true, checked: { documents: 3, contents: 3 } })
    const jonas = vault.select().from(people).where(eq(people.name, 'Jonas Eckhart')).get()!
    const { change } = documentRow(vault, 'BR-7001')
    fire(vault, jonas, { number: 'BR-7001', change }, 'send-to-check', 'as agreed')
    expect(documentRow(vault, 'BR-7001').state).toBe('checking')
    expect(leftToDo(vault).length).toBeGreaterThan(0)
  })
  it('gets the tables of a new vault, and the copy keeps those that it had', async () => {
    const vault = await vaultOf('0.1.0')
    const before = tables(vault)
    migrateDatabase(vault)
    const anew = openDatabase(join(folder, 'anew'))
    migrateDatabase(anew)
    expect(tables(vault)).toEqual(tables(anew))
    anew.$client.close()
    expect(copies()).toHaveLength(1)
    const copy = openDatabase(join(folder, 'copy'))
    copy.$client.close()
    writeFileSync(join(folder, 'copy/ilmenite.sqlite'), readFileSync(join(data(), 'backups', copies()[0]!)))
    const again = openDatabase(join(folder, 'copy'))
    expect(tables(again)).toEqual(before)
    again.$client.close()
  })
  it('is copied once, and a new vault or one of this release never', async () => {
    const vault = await vaultOf('0.1.0')
    migrateDatabase(vault)
    migrateDatabase(vault)
    expect(copies()).toHaveLength(1)
  })
  it('is left as it is where no copy can be written', async () => {
    const vault = await vaultOf('0.1.0')
    const before = tables(vault)
    vi.stubEnv('ILMENITE_BACKUPS', join(folder, 'backup.tar'))
    expect(() => migrateDatabase(vault)).toThrow(/no copy of it could be written into .*nothing was changed/)
    expect(tables(vault)).toEqual(before)
  })
  it('is copied to the folder that the company has set', async () => {
    const vault = await vaultOf(version)
    const elsewhere = join(folder, 'elsewhere')
    migrateDatabase(vault)
    const mara = account(vault, '1')!
    await keepSetting('backups', elsewhere, { db: vault, account: mara, dataFolder: data() })
    vault.$client.exec('update __drizzle_migrations set created_at = created_at - 1')
    // The same steps once more fail on tables that are there; the copy comes first.
    expect(() => migrateDatabase(vault)).toThrow(/cannot be brought up to date/)
    expect(readdirSync(elsewhere)).toEqual([expect.stringMatching(/^before-upgrade-.*\.sqlite$/)])
  })
})

describe('a vault of a later release', () => {
  it('is refused with a sentence, and left as it is', async () => {
    const vault = await vaultOf(version)
    migrateDatabase(vault)
    vault.$client.exec("insert into __drizzle_migrations (hash, created_at) values ('later', 9999999999999)")
    const before = tables(vault)
    expect(() => migrateDatabase(vault)).toThrow(
      /was served by a later release of Ilmenite.*nothing was changed/,
    )
    expect([tables(vault), copies()]).toEqual([before, []])
  })
})
