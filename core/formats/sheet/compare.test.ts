import { describe, expect, it } from 'vitest'
import { sourceOf } from '../source'
import { compareSheets } from './compare'

const drawing = (...entities: (string | number)[][]) =>
  sourceOf(
    Buffer.from(
      [0, 'SECTION', 2, 'ENTITIES', ...entities.flat(), 0, 'ENDSEC', 0, 'EOF'].map(String).join('\n') + '\n',
    ),
  )
const line = (x: number) => [0, 'LINE', 8, '0', 10, x, 20, 0, 11, x, 21, 10]
const text = (value: string) => [0, 'TEXT', 8, '0', 10, 0, 20, 20, 40, 2, 1, value]
const group = (svg: string, look: string) =>
  new RegExp(`<g data-look="${look}">(.*?)</g>`, 's').exec(svg)![1]!

describe('sheets laid over each other', () => {
  it('show what stands in both, what was removed and what was added', () => {
    const { svg, added, removed } = compareSheets(
      drawing(line(0), line(5), text('A')),
      drawing(line(0), line(7), text('B')),
    )
    expect([added, removed]).toEqual([2, 2])
    expect(group(svg, 'same')).toContain('M0 0L0 -10')
    expect(group(svg, 'removed')).toMatch(/M5 0L5 -10.*stroke-dasharray.*>A</s)
    expect(group(svg, 'added')).toMatch(/M7 0L7 -10.*fill="#4c3f73">.*>B</s)
  })
  it('count a piece as often as it stands there', () => {
    const { added, removed } = compareSheets(drawing(line(0)), drawing(line(0), line(0), line(0)))
    expect([added, removed]).toEqual([2, 0])
  })
  it('are seen whole, though one is larger', () => {
    const { svg } = compareSheets(drawing(line(0)), drawing(line(0), line(100)))
    const [left, , width] = /viewBox="([^"]*)"/.exec(svg)![1]!.split(' ').map(Number)
    expect(left! + width!).toBeGreaterThan(100)
  })
  it('are the same where nothing changed, and empty where there is nothing', () => {
    expect(compareSheets(drawing(line(0), text('A')), drawing(line(0), text('A')))).toMatchObject({
      ...{ added: 0, removed: 0 },
    })
    expect(compareSheets(drawing(), drawing()).svg).toContain('viewBox="0 0 1 1"')
  })
})
