import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { folders as demoFolders, people } from '../../demo/world'
import { allows, chainTo } from '../../core/access'
import { lifecycleOf, stateUseOf } from '../../core/configuration'
import { published } from '../configuration/published'
import { documents } from '../database/schema'
import { allFolders } from '../directory/folders'
import { account, asPerson } from '../directory/people'
import { fileDocument } from './acts/file'
import { listDocuments } from './list'
import type { VaultQuery } from './listing/query'
import { seenFolders } from './seen-folders'
import { content, emptyVault } from './vault.fixture'

let vault: ReturnType<typeof emptyVault>
const placed = ['/Grips', '/Grips/Legacy', '/Line', '/Drives', '/Stations', '/Notes']
beforeAll(() => {
  vault = emptyVault()
  const mara = vault.who('Mara Feldhaus')
  const states = ['drafting', 'checking', 'issued', 'superseded']
  placed.forEach((folder, f) =>
    states.forEach((state, s) => {
      const number = `BR-${f}${s}`
      const asked = { number, title: `Part 100%_${s}`, folder, classId: s % 2 ? 'part' : 'drawing' }
      fileDocument(vault.db, vault.who('Ilya Brandt'), asked, content(`${number}.dxf`), null)
    }),
  )
  for (const row of vault.db.select().from(documents).all()) {
    const state = states[Number(row.number.at(-1))]!
    vault.db.$client.prepare('update documents set state = ? where id = ?').run(state, row.id)
  }
  expect(mara.administrator).toBe(true)
})
afterAll(() => vault.remove())

const everything: VaultQuery = { sort: 'number', descending: false, offset: 0, limit: 100 }
const numbers = (name: string, query: Partial<VaultQuery> = {}) =>
  listDocuments(vault.db, vault.who(name), { ...everything, ...query }).rows.map(({ number }) => number)
/** The rule as it is written: each document, each person, folder and state both say yes. */
function plainly(name: string): string[] {
  const person = asPerson(vault.who(name))
  const { configuration } = published(vault.db)
  const folders = allFolders(vault.db)
  return vault.db
    .select()
    .from(documents)
    .all()
    .filter((row) => {
      const use = stateUseOf(lifecycleOf(configuration, row.lifecycle), row.state)
      return allows(person, chainTo(folders, row.folder), use, 'see')
    })
    .map(({ number }) => number)
    .sort()
}

describe('the list of documents', () => {
  it.each(people.map(({ name }) => name))('shows %s what they may see, and counts it', (name) => {
    const seen = listDocuments(vault.db, vault.who(name), everything)
    expect(seen.rows.map(({ number }) => number)).toEqual(plainly(name))
    expect(seen.total).toBe(seen.rows.length)
  })
  it('is kept to a class, a state, a folder and all below it, and to what these have in common', () => {
    const all = numbers('Mara Feldhaus')
    expect(numbers('Mara Feldhaus', { classId: 'part' })).toEqual(
      all.filter((number) => /[13]$/.test(number)),
    )
    expect(numbers('Mara Feldhaus', { state: 'issued' })).toEqual(all.filter((number) => /2$/.test(number)))
    expect(numbers('Mara Feldhaus', { folder: '/Grips' })).toEqual(
      all.filter((number) => /-[01]/.test(number)),
    )
    expect(numbers('Mara Feldhaus', { folder: '/Grips', classId: 'drawing', state: 'issued' })).toEqual([
      'BR-02',
      'BR-12',
    ])
  })
  it.each(['nothing', '', "' or 1=1 --"])(
    'takes a class that there is not, “%s”, for what it is',
    (classId) =>
      expect(numbers('Mara Feldhaus', { classId })).toEqual(classId ? [] : numbers('Mara Feldhaus')),
  )
  it('finds a text as it is written, with % and _ in it', () => {
    expect(numbers('Mara Feldhaus', { text: '100%_1' })).toHaveLength(placed.length)
    expect(numbers('Mara Feldhaus', { text: '100__1' })).toEqual([])
  })
  it('goes a page at a time, without a gap and without a document twice', () => {
    const pages = [0, 7, 14, 21].flatMap((offset) => numbers('Mara Feldhaus', { offset, limit: 7 }))
    expect(pages).toEqual(numbers('Mara Feldhaus'))
  })
  it('sorts the other way round', () =>
    expect(numbers('Mara Feldhaus', { descending: true })).toEqual(numbers('Mara Feldhaus').reverse()))
})

describe('the folders in filters', () => {
  it.each(people.map(({ name, id }) => [name, id]))('are those in or below which %s could see', (_, id) => {
    const someone = account(vault.db, id)!
    const folders = allFolders(vault.db)
    const uses = published(vault.db).configuration.lifecycles.flatMap(({ states }) => states)
    const seen = demoFolders
      .map(({ path }) => path)
      .filter((path) => uses.some((use) => allows(asPerson(someone), chainTo(folders, path), use, 'see')))
    const wanted = demoFolders
      .map(({ path }) => path)
      .filter((path) => seen.some((other) => other === path || path === '/' || other.startsWith(`${path}/`)))
    expect(seenFolders(vault.db, someone)).toEqual(seen.length ? wanted : [])
  })
  it('are none for somebody whom every folder withholds it from', () => {
    vault.db.$client
      .prepare('update folders set rules = json_set(rules, ?, json(?)) where path = ?')
      .run('$.withhold', JSON.stringify({ anyone: ['see'] }), '/Drives')
    const bo = vault.who('Bo Rasmussen')
    expect(seenFolders(vault.db, bo)).not.toContain('/Drives')
    expect(numbers('Bo Rasmussen', { folder: '/Drives' })).toEqual([])
  })
})
