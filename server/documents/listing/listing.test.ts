import fc from 'fast-check'
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import { listDocuments } from '../list'
import { bounds } from './bounds'
import { type FilledVault, filledVault, queries, readers, some } from './listing.fixture'

let vault: FilledVault
const usual = { ...bounds }
beforeAll(() => void (vault = filledVault()))
afterAll(() => vault.remove())
afterEach(() => Object.assign(bounds, usual))

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
        const expected = vault.plainly(name, query)
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
        const expected = vault.plainly(name, query)
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
