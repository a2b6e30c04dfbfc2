import { describe, expect, it } from 'vitest'
import { parse } from '~~/core/revision'
import { configuration } from '~~/demo/configuration'
import { lanesOf } from './lanes'

const scheme = (id: string) => configuration.schemes.find((one) => one.id === id)!
const positionOf = (id: string, label: string) => {
  const reading = parse(scheme(id), label)
  return reading.ok ? reading.position : null
}
const labels = (id: string, at: string | null, used: string[], more = {}) =>
  lanesOf(scheme(id), at === null ? null : positionOf(id, at), used, more).map(({ marks }) =>
    marks.map((mark) => (typeof mark === 'string' ? mark : (mark as { label: string }).label)),
  )

describe('the lanes of a ruler', () => {
  it('are one a series, each as far as is usual', () => {
    const lanes = lanesOf(scheme('station'), null, [], {})
    expect(lanes.map(({ series }) => series.id)).toEqual(['preliminary', 'contractual'])
    expect(lanes.every(({ marks }) => marks.length >= 22)).toBe(true)
  })
  it('show minors that are in use, and more where one stands', () => {
    const [plain] = labels('workshop-letters', null, [])
    expect(plain!.filter((label) => label.includes('-'))).toEqual([])
    const [used] = labels('workshop-letters', null, ['B-02', 'no label'])
    expect(used!.filter((label) => label.startsWith('B-'))).toEqual(['B-01', 'B-02'])
    const [standing] = labels('workshop-letters', 'A', [])
    expect(standing!.filter((label) => label.startsWith('A-'))).toEqual(['A-01', 'A-02', 'A-03'])
  })
  it('go on as far as a label in use, or as more is asked for', () => {
    const [usual] = labels('workshop-letters', null, [])
    const [far] = labels('workshop-letters', null, ['BC'])
    const [more] = labels('workshop-letters', null, [], { 0: 10 })
    expect(far!).toContain('BC')
    expect([far!.length > usual!.length, more!.length]).toEqual([true, usual!.length + 10])
  })
  it('say where a series ends', () => {
    expect(lanesOf(scheme('workshop-letters'), positionOf('workshop-letters', 'MY'), [], {})[0]!.ends).toBe(
      true,
    )
    expect(lanesOf(scheme('workshop-letters'), null, [], {})[0]!.ends).toBe(false)
  })
})
