import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { openDatabase } from '../database/connection'
import { migrateDatabase } from '../database/migrate'
import { attempted, countAttempt, normalMail, placeOf } from './attempts'

describe('a place', () => {
  it.each<[string | undefined, string]>([
    ['127.0.0.1', '127.0.0.1'],
    ['::ffff:192.0.2.7', '192.0.2.7'],
    ['2001:db8:1:2:3:4:5:6', '2001:db8:1:2'],
    ['2001:0DB8:0001:0002::1', '2001:db8:1:2'],
    ['2001:db8::1', '2001:db8:0:0'],
    ['::1', '0:0:0:0'],
    ['fe80::1%eth0', 'fe80:0:0:0'],
    [undefined, 'nowhere'],
  ])('%s is counted as %s', (address, place) => expect(placeOf(address)).toBe(place))
})

describe('a mail address', () => {
  it.each([
    [' Mara@Brackwater.Example ', 'mara@brackwater.example'],
    ['ｍara@brackwater.example', 'mara@brackwater.example'],
  ])('%j is compared as %s', (typed, mail) => expect(normalMail(typed)).toBe(mail))
})

const opened = (folder: string) => {
  const db = openDatabase(folder)
  migrateDatabase(db)
  return db
}

describe('right passwords', () => {
  it('are never too many, however many come at once', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'ilmenite-attempts-'))
    const db = opened(folder)
    const from = { mail: 'mara@brackwater.example', place: '192.0.2.7' }
    const some = (count: number, right: boolean) =>
      Promise.all(Array.from({ length: count }, () => attempted(db, from, async () => right)))
    await expect(some(60, true)).resolves.not.toContain(false)
    await expect(some(10, false)).resolves.not.toContain(true)
    await expect(some(1, true)).rejects.toThrow(/too many wrong passwords/)
    db.$client.close()
    rmSync(folder, { recursive: true })
  })
})

describe('wrong passwords', () => {
  it('are counted beyond a restart, and taken back by a right one', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'ilmenite-attempts-'))
    const before = opened(folder)
    const count = (db: typeof before, mail: string) => countAttempt(db, mail, '192.0.2.7', undefined)
    for (let attempt = 0; attempt < 10; attempt++) await count(before, 'mara@brackwater.example')
    before.$client.close()
    const after = opened(folder)
    await expect(count(after, 'mara@brackwater.example')).rejects.toThrow(/too many wrong passwords/)
    for (let attempt = 0; attempt < 9; attempt++) await count(after, 'ilya@brackwater.example')
    const takeBack = await count(after, 'ilya@brackwater.example')
    await takeBack()
    await expect(count(after, 'ilya@brackwater.example')).resolves.toBeTypeOf('function')
    after.$client.close()
    rmSync(folder, { recursive: true })
  })
})
