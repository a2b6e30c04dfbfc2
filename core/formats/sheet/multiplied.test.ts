import { describe, expect, it } from 'vitest'
import { drawn, entities, line, type Pair, section } from './drawing.fixture'

describe('a drawing that multiplies', () => {
  const block = (name: string, inner: Pair[]): Pair[] => [[0, 'BLOCK'], [2, name], ...inner, [0, 'ENDBLK']]
  const insert = (name: string): Pair[] => [
    [0, 'INSERT'],
    [2, name],
    [70, 100],
    [71, 100],
  ]

  it('by blocks of inserts without a single shape is soon cut', () => {
    const names = Array.from({ length: 16 }, (_, depth) => `B${depth}`)
    const blocks = names.flatMap((name, depth) => block(name, depth ? insert(names[depth - 1]!) : []))
    expect(drawn(...section('BLOCKS', ...blocks), ...section('ENTITIES', ...insert('B15'))).isCut).toBe(true)
  })
  it('by lines of many points is cut by its points', () => {
    const points = Array.from({ length: 5000 }, (_, at): Pair[] => [
      [10, at],
      [20, at % 7],
    ]).flat()
    const long: Pair[] = [[0, 'LWPOLYLINE'], ...points]
    const sheet = drawn(...section('BLOCKS', ...block('L', long)), ...section('ENTITIES', ...insert('L')))
    expect(sheet.isCut).toBe(true)
    expect(sheet.svg.length).toBeLessThan(64 << 20)
  })
  it('by windows of its paper is cut by all of them together', () => {
    const model = Array.from({ length: 2000 }, (_, at) => line(0, at, 9, at)).flat()
    const window: Pair[] = [
      [0, 'VIEWPORT'],
      [67, 1],
      [69, 2],
      [40, 10],
      [41, 10],
      [45, 10],
    ]
    const windows = Array.from({ length: 2000 }, () => window).flat()
    const sheet = entities(...model, ...line(0, 0, 1, 1, [67, 1]), ...windows)
    expect(sheet.isCut).toBe(true)
  })
  it('by hatches that say a hundred thousand edges and have none is drawn', () => {
    const hatch: Pair[] = [
      [0, 'HATCH'],
      [91, 10_000],
      ...Array.from({ length: 4000 }, (): Pair[] => [
        [92, 2],
        [93, 100_000],
      ]).flat(),
    ]
    const sheet = entities(...hatch, ...line(0, 0, 1, 1))
    expect(sheet.svg).toContain(' d="M0 0L1 -1"')
  })
})
