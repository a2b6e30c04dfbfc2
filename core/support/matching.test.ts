import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { matching } from './matching'

/** The most chairs that can be filled, by trying everything. */
function most(options: number[][], taken: Set<number> = new Set()): number {
  const [first, ...rest] = options
  if (!first) return 0
  const without = most(rest, taken)
  const withOne = first
    .filter((person) => !taken.has(person))
    .map((person) => 1 + most(rest, new Set([...taken, person])))
  return Math.max(without, ...withOne)
}

const options = fc.array(fc.uniqueArray(fc.nat(4), { maxLength: 5 }), { maxLength: 5 })

describe('a matching of chairs and people', () => {
  it('seats nobody twice, nobody where they may not sit, and as many as can be', () =>
    fc.assert(
      fc.property(options, (chairs) => {
        const seated = matching(chairs)
        expect(new Set(seated.values()).size).toBe(seated.size)
        for (const [chair, person] of seated) expect(chairs[chair]).toContain(person)
        expect(seated.size).toBe(most(chairs))
      }),
    ))
  it('keeps whoever sits already, though perhaps elsewhere', () =>
    fc.assert(
      fc.property(options, options, (before, more) => {
        const chairs = before.map((people, chair) => [...new Set([...people, ...(more[chair] ?? [])])])
        const seated = matching(before)
        const after = matching(chairs, seated)
        for (const person of seated.values()) expect([...after.values()]).toContain(person)
        expect(after.size).toBe(most(chairs))
      }),
    ))
  it('moves one who could sit on two chairs for another who could on one', () =>
    expect([...matching([[0], [0, 1]], new Map([[1, 0]]))].sort()).toEqual([
      [0, 0],
      [1, 1],
    ]))
})
