import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Configuration } from '../../core/configuration'
import { isLargeMap, type MapLayout } from '../../core/formats'
import { MapLayouts } from './map-layouts'

/** What a layout rests on: states, and transitions between them. */
const lifecycle = (id: string, size: number) => ({
  id,
  states: Array.from({ length: size }, (_, index) => ({ state: `s${index}` })),
  transitions: Array.from({ length: size * 4 }, (_, index) => ({
    id: `t${index}`,
    name: `t${index}`,
    from: [`s${index % size}`],
    to: `s${(index * 7 + 1) % size}`,
  })),
})
const configuration = {
  lifecycles: [lifecycle('large', 40), lifecycle('small', 2)],
} as unknown as Configuration

describe('the layouts of large maps', () => {
  const layOut = vi.fn(async () => ({ laid: 'out' }) as unknown as MapLayout)
  const layouts = () => new MapLayouts({ layOut, standBy: () => {} })
  beforeEach(() => void vi.useFakeTimers())
  afterEach(() => {
    vi.useRealTimers()
    layOut.mockReset().mockResolvedValue({ laid: 'out' } as unknown as MapLayout)
  })

  it('are of lifecycles that are large', () => {
    expect(configuration.lifecycles.map(isLargeMap)).toEqual([true, false])
  })

  it('are made once for all who ask, and not for what takes no time', async () => {
    const some = layouts()
    const asked = await Promise.all(['large', 'large', 'small'].map((id) => some.of(configuration, id)))
    expect(asked).toEqual([{ laid: 'out' }, { laid: 'out' }, null])
    expect(layOut).toHaveBeenCalledTimes(1)
  })

  it('of a configuration with very many of them are made one after the other', async () => {
    const many = Array.from({ length: 100 }, (_, index) => lifecycle(`large ${index}`, 40 + index))
    let [underWay, mostAtOnce] = [0, 0]
    layOut.mockImplementation(async () => {
      mostAtOnce = Math.max(mostAtOnce, ++underWay)
      await new Promise((done) => setTimeout(done, 100))
      underWay--
      return { laid: 'out' } as unknown as MapLayout
    })
    layouts().prepare({ lifecycles: many } as unknown as Configuration)
    await vi.advanceTimersByTimeAsync(100_000)
    expect([mostAtOnce, layOut.mock.calls.length]).toEqual([1, 30])
  })

  it('are made as soon as a configuration comes in or is looked at, once, however often it is', async () => {
    const some = layouts()
    some.prepare(configuration)
    expect(layOut).toHaveBeenCalledTimes(1)
    await vi.advanceTimersByTimeAsync(2000)
    some.prepare(configuration)
    await vi.advanceTimersByTimeAsync(10_000)
    expect(await some.of(configuration, 'large')).toEqual({ laid: 'out' })
    expect(layOut).toHaveBeenCalledTimes(1)
  })

  it('that could not be made are tried anew by who asks next', async () => {
    const some = layouts()
    layOut.mockRejectedValueOnce(new Error('too slow'))
    expect(await some.of(configuration, 'large')).toBeNull()
    expect(await some.of(configuration, 'large')).toEqual({ laid: 'out' })
  })

  it('of no such lifecycle are refused', async () => {
    await expect(layouts().of(configuration, 'none')).rejects.toThrow(/none/)
  })
})
