import { afterAll, afterEach, beforeAll, describe, expect, it, vi } from 'vitest'
import type { Computer } from '../../../compute/computer'
import { bounds } from '../bounds'
import { type FilledVault, filledVault } from '../listing.fixture'
import { readColumns } from './columns'
import { KeptLists } from './keeper'
import { readOrder, sortsInMemory } from './order'

let vault: FilledVault
const usual = { ...bounds }
beforeAll(() => void (vault = filledVault()))
afterAll(() => vault.remove())
afterEach(() => {
  Object.assign(bounds, usual)
  vi.useRealTimers()
})

/** Reads at once what a thread would read, and counts how often. */
function kept() {
  const compute = vi.fn(async (kind: string, input: { sort: 'number' } | null) =>
    kind === 'read-order' ? readOrder(vault.db, input!.sort) : readColumns(vault.db),
  )
  return { lists: new KeptLists(vault.db, { compute } as unknown as Computer), compute }
}
const all = { sort: 'title', descending: false, offset: 0, limit: 100 } as const
const parts = sortsInMemory.length + 1
const retitle = (title: string) => vault.db.$client.prepare('update documents set title = ?').run(title)

describe('what is kept of all documents', () => {
  it('is nothing in a small vault', async () => {
    const { lists, compute } = kept()
    await lists.look()
    expect(compute).not.toHaveBeenCalled()
  })
  it('goes to lists that are far down or narrowed, and to no others', async () => {
    bounds.inMemory = 10
    const { lists } = kept()
    await lists.look()
    expect(lists.for(all)).toBeUndefined()
    const far = lists.for({ ...all, offset: bounds.near + 1 })!
    expect(far.orders.title?.rows).toHaveLength(240)
    expect(far.columns?.codes.owner.length).toBeGreaterThan(240)
    expect(lists.for({ ...all, revision: 'B' })?.orders.title).toBeDefined()
    // What is sorted by places is found by numbers within each.
    expect(Object.keys(lists.for({ ...all, sort: 'folder', state: 'issued' })!.orders)).toEqual(['number'])
  })
  it('is read anew once many documents have moved, and not before it has stood for a while', async () => {
    vi.useFakeTimers()
    Object.assign(bounds, { inMemory: 10, movesToRead: 100 })
    const { lists, compute } = kept()
    await lists.look()
    retitle('Jaw')
    await lists.look()
    expect(compute).toHaveBeenCalledTimes(parts)
    vi.advanceTimersByTime(61_000)
    await lists.look()
    expect(compute).toHaveBeenCalledTimes(2 * parts)
    vi.advanceTimersByTime(61_000)
    await lists.look()
    expect(compute).toHaveBeenCalledTimes(2 * parts)
  })
  it('leaves lists to the table where it cannot be read', async () => {
    bounds.inMemory = 10
    const told = vi.spyOn(console, 'error').mockImplementation(() => {})
    const compute = vi.fn(() => Promise.reject(new Error('out of memory')))
    const lists = new KeptLists(vault.db, { compute } as unknown as Computer)
    await lists.look()
    expect(lists.for({ ...all, revision: 'B' })?.orders.title).toBeUndefined()
    expect(told).toHaveBeenCalledOnce()
    told.mockRestore()
  })
})
