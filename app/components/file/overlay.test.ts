import { describe, expect, it } from 'vitest'
import { overlaid, type Points } from './overlay'

/** A white page with black rectangles: left, top, width, height. */
function page(...boxes: [number, number, number, number][]): Points {
  const [width, height] = [120, 80]
  const data = new Uint8ClampedArray(width * height * 4).fill(255)
  for (const [left, top, wide, high] of boxes)
    for (let y = top; y < top + high; y++)
      for (let x = left; x < left + wide; x++) data.set([0, 0, 0, 255], (y * width + x) * 4)
  return { data, width, height }
}
const at = ({ data, width }: Points, x: number, y: number) => [
  ...data.subarray((y * width + x) * 4, (y * width + x) * 4 + 3),
]

describe('two pages laid over each other', () => {
  it('are faint where they say the same', () => {
    const { points, added, removed } = overlaid(page([10, 10, 20, 5]), page([10, 10, 20, 5]))
    expect([added, removed]).toEqual([0, 0])
    expect(at(points, 12, 12)).toEqual([166, 166, 166])
    expect(at(points, 60, 60)).toEqual([255, 255, 255])
  })
  it('tell what was added from what was removed, and count spots and not points', () => {
    const before = page([10, 10, 20, 5])
    const after = page([10, 50, 20, 5], [100, 10, 4, 4])
    const { points, added, removed } = overlaid(before, after)
    expect([added, removed]).toEqual([2, 1])
    expect(at(points, 12, 52)).toEqual([76, 63, 115])
    const row = Array.from({ length: 16 }, (_, n) => at(points, 12 + n, 12).join())
    expect(new Set(row)).toEqual(new Set(['168,66,31', '255,255,255']))
  })
  it('take a line beside its old place by one point for the same', () => {
    const { added, removed } = overlaid(page([10, 10, 60, 1]), page([10, 11, 60, 1]))
    expect([added, removed]).toEqual([0, 0])
  })
  it('show the paper where nothing is opaque', () => {
    const empty = page()
    empty.data.fill(0)
    expect(overlaid(empty, page()).added + overlaid(empty, page()).removed).toBe(0)
  })
})
