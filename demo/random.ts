/** A seeded source of chance (mulberry32), so that the demo world is the same each time. */
export function chance(seed: number) {
  let state = seed >>> 0
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = state
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
  return {
    next,
    below: (limit: number) => Math.floor(next() * limit),
    pick: <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!,
  }
}

export type Chance = ReturnType<typeof chance>
