import fc from 'fast-check'
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import { atomically } from '../../../database/connection'
import { fileDocument } from '../../acts/file'
import { listDocuments } from '../../list'
import { content } from '../../vault.fixture'
import { bounds } from '../bounds'
import { type FilledVault, filers, filledVault, queries, readers, some, states } from '../listing.fixture'
import { readColumns } from './columns'
import { giveLists, knownOrder } from './known'
import { readOrder, sortsInMemory } from './order'

let vault: FilledVault
const usual = { ...bounds }
beforeAll(() => void (vault = filledVault()))
afterAll(() => vault.remove())
afterEach(() => Object.assign(bounds, usual))

/** Each of these moves a document in at least one list. */
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

const numbersOf = ({ rows }: { rows: { number: string }[] }) => rows.map(({ number }) => number)

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
        const expected = vault.plainly(name, asked)
        const page = listDocuments(vault.db, vault.who(name), asked)
        expect(page.total).toBe(expected.length)
        const { offset, limit } = query
        expect(numbersOf(page)).toEqual(expected.slice(offset, offset + limit))
        if (!page.after) return
        const next = listDocuments(vault.db, vault.who(name), { ...asked, offset: 0, after: page.after })
        expect(numbersOf(next)).toEqual(expected.slice(offset + limit, offset + 2 * limit))
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
    expect(numbers()).toEqual(vault.plainly('Mara Feldhaus', query).slice(90, 97))
  })
})
