import fc from 'fast-check'
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import { allows, chainTo, relationOf } from '../../../core/access'
import { lifecycleOf, stateUseOf } from '../../../core/configuration'
import { compareText } from '../../../core/support'
import { configuration } from '../../../demo/configuration'
import { insertConfiguration, published } from '../../configuration/published'
import { atomically } from '../../database/connection'
import { documents, folders as folderTable } from '../../database/schema'
import { allFolders } from '../../directory/folders'
import { asPerson } from '../../directory/people'
import { fileDocument } from '../acts/file'
import { listDocuments } from '../list'
import { content, emptyVault } from '../vault.fixture'
import { bounds } from './bounds'
import { readColumns } from './memory/columns'
import { giveLists, knownOrder } from './memory/known'
import { readOrder, sortsInMemory } from './memory/order'
import { documentSorts, type VaultQuery } from './query'

let vault: ReturnType<typeof emptyVault>
const usual = { ...bounds }

/** Drafts are their owners’ here, and what waits for a check is its creator’s and the checkers’ as well. */
const withOwners = structuredClone(configuration)
const workshop = withOwners.lifecycles[0]!
workshop.states[0]!.grants = { owner: ['see', 'edit'] }
workshop.states[1]!.grants = { owner: ['see'], creator: ['see'], 'role:checker': ['see'] }
const filers = ['Ilya Brandt', 'Mara Feldhaus', 'Jonas Eckhart', 'Birgit Osei']
const readers = [...filers, 'Emil Achterberg', 'Carla Winslow', 'Bo Rasmussen']
const placed = ['/Grips', '/Grips/Legacy', '/Line', '/Line/Carried over', '/Drives', '/Own']
const states = ['drafting', 'checking', 'issued', 'superseded']

beforeAll(() => {
  vault = emptyVault()
  insertConfiguration(vault.db, { id: 2, configuration: withOwners, personName: 'Mara', comment: null })
  const rules = { grants: { owner: ['see'] }, withhold: { creator: ['see'] }, startAfresh: true } as object
  vault.db.insert(folderTable).values({ path: '/Own', key: '/Own', rules }).run()
  const change = vault.db.$client.prepare(
    `update documents set state = ?, folder = ?, owner = ?, creator = ?,
      revision = ?, revision_order = ?, changed_at = ? where number = ?`,
  )
  const random = (index: number, of: number) => (index * 7919 + (index >> 3)) % of
  for (let index = 0; index < 240; index++) {
    const number = `BR-${1000 + ((index * 37) % 240)}`
    const asked = {
      number,
      title: index % 11 === 0 ? null : `${['Clamp', 'Lever', 'Öse', 'plate'][index % 4]} ${random(index, 9)}`,
      folder: '/Grips',
      classId: index % 2 ? 'part' : 'drawing',
      record: { material: ['Bronze', 'S355'][index % 2]! },
    }
    fileDocument(vault.db, vault.who('Ilya Brandt'), asked, content(`${number}.dxf`), null)
    const who = (step: number) => vault.who(filers[(index + step) % filers.length]!).id
    const label = index % 13 === 0 ? null : 'ABC'[random(index, 3)]!
    change.run(
      states[random(index, 4)],
      placed[random(index, placed.length)],
      ...[who(0), who(random(index, 2)), label, label, `2026-01-0${1 + (index % 7)}T00:00:00.000Z`, number],
    )
  }
})
afterAll(() => vault.remove())
afterEach(() => Object.assign(bounds, usual))

/** The list as it is meant: every document asked by the rules, filtered, sorted and cut. */
function plainly(name: string, query: VaultQuery): string[] {
  const person = asPerson(vault.who(name))
  const folders = allFolders(vault.db)
  const inForce = published(vault.db).configuration
  const column = {
    number: 'number',
    title: 'title',
    state: 'state',
    revision: 'revisionOrder',
    folder: 'folder',
    changed: 'changedAt',
  } as const
  const text = query.text?.toLowerCase()
  const rows = vault.db
    .select()
    .from(documents)
    .all()
    .filter((row) => {
      const use = stateUseOf(lifecycleOf(inForce, row.lifecycle), row.state)
      const values = Object.values(row.record).filter((value) => typeof value === 'string')
      return (
        allows(person, chainTo(folders, row.folder), use, 'see', relationOf(person, row)) &&
        (!query.state || row.state === query.state) &&
        (!query.classId || row.classId === query.classId) &&
        (!query.folder ||
          query.folder === '/' ||
          row.folder === query.folder ||
          row.folder.startsWith(`${query.folder}/`)) &&
        (!query.revision || row.revision === query.revision) &&
        (!query.intake || row.intake === query.intake) &&
        (!text ||
          (text.length < 3
            ? row.number.toLowerCase().startsWith(text)
            : [row.number, row.title ?? '', ...values].some((value) =>
                String(value).toLowerCase().includes(text),
              )))
      )
    })
  const key = (row: (typeof rows)[number]) => row[column[query.sort]]
  const compare = (one: string | null, other: string | null) =>
    one === other ? 0 : one === null ? -1 : other === null ? 1 : compareText(one, other)
  rows.sort((a, b) => compare(key(a), key(b)) || compareText(a.number, b.number))
  if (query.descending) rows.reverse()
  return rows.map(({ number }) => number)
}

const some = <T>(...values: T[]) => fc.constantFrom(...values)
const queries: fc.Arbitrary<VaultQuery> = fc.record(
  {
    text: some('lever', 'BR-10', 'r-1', 'ÖSE', 'bronze', 'br', 'z', 'BR-1101', 'e"'),
    state: some(...states),
    classId: some('part', 'drawing'),
    folder: some('/Grips', '/', '/Own', '/Line'),
    revision: some('A', 'B'),
    sort: some(...documentSorts),
    descending: fc.boolean(),
    offset: some(0, 0, 3, 20, 90, 239),
    limit: some(1, 7, 50, 500),
  },
  { requiredKeys: ['sort', 'descending', 'offset', 'limit'] },
)
/** Every way of finding rows, however few there are: walking, putting places together, gathering. */
const ways = some(
  usual,
  { ...usual, stride: 0, strideOfRead: 0 },
  { ...usual, stride: 0, strideOfRead: 0, counted: 3, firstRows: 2 },
  { ...usual, merged: 5, counted: 3 },
  { ...usual, counted: 3, found: 3 },
  { ...usual, counted: 3, found: 3, strideOfText: 0 },
)

describe('a page of the list', () => {
  it('holds what the rules say, whichever way it is found', () =>
    fc.assert(
      fc.property(some(...readers), queries, ways, (name, query, way) => {
        Object.assign(bounds, way)
        // What was found for a text is kept until something changes.
        vault.db.$client.exec('update places set since = since')
        const expected = plainly(name, query)
        const page = listDocuments(vault.db, vault.who(name), query)
        expect(page.rows.map(({ number }) => number)).toEqual(
          expected.slice(query.offset, query.offset + query.limit),
        )
        if (page.isLeast)
          expect(page.total).toBeLessThanOrEqual(
            Math.max(expected.length, query.offset + page.rows.length + 1),
          )
        else expect(page.total).toBe(expected.length)
      }),
      { numRuns: 400, seed: 5 },
    ))
  it('goes on after the one before it, in any order, whatever is alike and whatever is empty', () =>
    fc.assert(
      fc.property(some(...readers), queries, ways, (name, query, way) => {
        Object.assign(bounds, way)
        const expected = plainly(name, query)
        const found: string[] = []
        let after: string | undefined
        do {
          const page = listDocuments(vault.db, vault.who(name), { ...query, offset: 0, limit: 60, after })
          found.push(...page.rows.map(({ number }) => number))
          after = page.after ?? undefined
        } while (after)
        expect(found).toEqual(expected)
      }),
      { numRuns: 120, seed: 6 },
    ))
  it('is refused after a place that is none', () => {
    const query = { sort: 'number', descending: false, offset: 0, limit: 5, after: 'nowhere' } as const
    expect(() => listDocuments(vault.db, vault.who('Mara Feldhaus'), query)).toThrow(/no place in this list/)
  })
})

/** What moves a document in some list or other. */
const moves: Record<string, (row: number) => void> = {
  title: (row) => run('title = ?', row, ['Clamp 3', 'Lever 5', null, 'zz'][row % 4]),
  label: (row) => run('revision = ?, revision_order = revision', row, ['A', 'B', 'D', null][row % 4]),
  number: (row) => run('number = ? || number', row, row % 2 ? 'A' : 'Z'),
  state: (row) => run('state = ?', row, states[row % states.length]),
  owner: (row) => run('owner = ?', row, vault.who(filers[row % filers.length]!).id),
  change: (row) => run('changed_at = ?', row, `2026-01-0${1 + (row % 9)}T00:00:00.000Z`),
  intake: (row) => run('intake = ?', row, ['one', 'two', null][row % 3]),
  removal: (row) => void vault.db.$client.prepare('delete from documents where rowid = 1 + ? % 240').run(row),
  filing: (row) => {
    const number = `BR-${3000 + ++filed}`
    const asked = { number, title: `Clamp ${row % 5}`, folder: '/Line', classId: 'part', record: {} }
    fileDocument(vault.db, vault.who('Ilya Brandt'), asked, content(`${number}.dxf`), null)
  },
}
let filed = 0
const run = (set: string, row: number, value: unknown) =>
  void vault.db.$client
    .prepare(`update or ignore documents set ${set} where rowid = 1 + abs(?) % 240`)
    .run(value, row)

describe('a page far down a large vault', () => {
  const given = () => ({
    columns: readColumns(vault.db),
    orders: Object.fromEntries(sortsInMemory.map((sort) => [sort, readOrder(vault.db, sort)])),
  })
  const moved = fc.array(fc.tuple(some(...Object.keys(moves)), fc.nat(1000)), { maxLength: 6 })
  const intakes = fc.option(some('one', 'two', 'three'), { nil: undefined })

  it('is found in memory, whatever moved since it was read', () => {
    giveLists(vault.db, given())
    fc.assert(
      fc.property(some(...readers), queries, intakes, moved, (name, query, intake, some) => {
        Object.assign(bounds, { near: 2 })
        atomically(vault.db, () => some.forEach(([kind, row]) => moves[kind]!(row)))
        const { text: _, ...asked } = { ...query, intake }
        const expected = plainly(name, asked)
        const page = listDocuments(vault.db, vault.who(name), asked)
        expect(page.total).toBe(expected.length)
        expect(page.rows.map(({ number }) => number)).toEqual(
          expected.slice(query.offset, query.offset + query.limit),
        )
      }),
      { numRuns: 400, seed: 7 },
    )
    for (const sort of sortsInMemory)
      expect([...knownOrder(vault.db, sort)!.rows]).toEqual([...readOrder(vault.db, sort).rows])
  })
  it('is one of so many, without those that were removed', () => {
    giveLists(vault.db, given())
    const query = { sort: 'state', descending: false, offset: 0, limit: 7, intake: 'three' } as const
    const total = () => listDocuments(vault.db, vault.who('Mara Feldhaus'), query).total
    for (let row = 0; row < 20; row++) run('intake = ?', row, 'three')
    const before = total()
    for (let row = 0; row < 20; row++) moves.removal!(row)
    expect([before > 0, total()]).toEqual([true, 0])
  })
  it('is found in the table where more has moved than is worth it', () => {
    giveLists(vault.db, given())
    Object.assign(bounds, { near: 2, moves: 3 })
    const query = { sort: 'title', descending: true, offset: 90, limit: 7 } as const
    const numbers = () =>
      listDocuments(vault.db, vault.who('Mara Feldhaus'), query).rows.map(({ number }) => number)
    for (let row = 0; row < 5; row++) moves.filing!(row)
    expect(knownOrder(vault.db, 'title')).toBeNull()
    expect(numbers()).toEqual(plainly('Mara Feldhaus', query).slice(90, 97))
  })
})
