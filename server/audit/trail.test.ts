import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { emptyVault } from '../documents/vault.fixture'
import { type Act, record, trail, verify } from './trail'

let vault: ReturnType<typeof emptyVault>
beforeEach(() => (vault = emptyVault()))
afterEach(() => vault.remove())

const act = (change: Partial<Act> = {}): Act => ({
  code: 'fire',
  action: 'Issue',
  subject: { kind: 'document', id: 'one', name: 'BR-1' },
  before: { state: 'Checking' },
  after: { state: 'Issued' },
  why: ' done ',
  at: '2026-03-01T08:00:00.000Z',
  ...change,
})
const add = (change?: Partial<Act>) => record(vault.db, vault.who('Mara Feldhaus'), act(change))

describe('the trail', () => {
  it('keeps who did what to what, from what to what, and why', () => {
    add()
    expect(trail(vault.db, { limit: 9 })).toMatchObject([
      {
        id: 1,
        code: 'fire',
        action: 'Issue',
        personName: 'Mara Feldhaus',
        subjectName: 'BR-1',
        before: '{"state":"Checking"}',
        after: '{"state":"Issued"}',
        why: 'done',
      },
    ])
  })
  it('is read from the newest down, of one subject, with a text, from an entry on', () => {
    for (const name of ['BR-1', 'BR-2', 'BR-3']) add({ subject: { kind: 'document', id: name, name } })
    const names = (query: object) => trail(vault.db, { limit: 9, ...query }).map((entry) => entry.subjectName)
    expect(names({})).toEqual(['BR-3', 'BR-2', 'BR-1'])
    expect(names({ subject: 'BR-2' })).toEqual(['BR-2'])
    expect(names({ text: 'r-1' })).toEqual(['BR-1'])
    expect(names({ before: 3 })).toEqual(['BR-2', 'BR-1'])
    expect(names({ kind: 'configuration' })).toEqual([])
  })
  it('is whole, whatever was written: nothing, empty, long, a half of a character', () => {
    add({ before: undefined, after: null, why: null })
    add({ before: {}, after: [], why: '  ' })
    add({ action: 'x'.repeat(10_000), why: '\ud800 half' })
    add({ subject: { kind: 'vault', id: '__proto__', name: '\u0000‮' } })
    expect(verify(vault.db)).toMatchObject({ whole: true, entries: 4 })
  })
  it('can be added to, not changed: the database refuses it', () => {
    add()
    const run = (sql: string) => () => vault.db.$client.prepare(sql).run()
    expect(run(`update audit set why = 'other'`)).toThrow()
    expect(run('delete from audit')).toThrow()
  })
  it.each([
    `update audit set why = 'other' where id = 2`,
    `update audit set at = '2026-03-02T08:00:00.000Z' where id = 2`,
    `update audit set code = 'adopt' where id = 2`,
    'delete from audit where id = 2',
  ])('that somebody changed behind its back is not whole: %s', (sql) => {
    for (let n = 0; n < 3; n++) add()
    const { $client } = vault.db
    const triggers = $client.prepare(`select name from sqlite_master where type = 'trigger'`).pluck().all()
    for (const name of triggers) $client.exec(`drop trigger "${String(name)}"`)
    $client.exec(sql)
    expect(verify(vault.db)).toMatchObject({ whole: false })
  })
})
