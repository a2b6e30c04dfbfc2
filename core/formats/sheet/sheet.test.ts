import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { drawSheet, sourceOf } from '..'
import { bulged, circleArc, spline, through } from './curves'
import { drawn, entities, line, type Pair, section } from './drawing.fixture'

const paths = ({ svg }: { svg: string }) => [...svg.matchAll(/ d="([^"]*)"/g)].map(([, path]) => path)

describe('curves', () => {
  it('end where they should', () => {
    const half = circleArc({ x: 0, y: 0 }, 2, 0, 180)
    expect(half[0]).toEqual({ x: 2, y: 0 })
    expect(half.at(-1)!.x).toBeCloseTo(-2)
    expect(half.every(({ x, y }) => Math.abs(Math.hypot(x, y) - 2) < 1e-9)).toBe(true)
  })
  it('bulge to the right of their way, a half circle for a bulge of one', () => {
    const points = bulged({ x: 0, y: 0 }, { x: 2, y: 0 }, 1)
    expect(points.at(-1)!.x).toBeCloseTo(2)
    expect(Math.min(...points.map(({ y }) => y))).toBeCloseTo(-1)
    expect(Math.max(...bulged({ x: 0, y: 0 }, { x: 2, y: 0 }, -1).map(({ y }) => y))).toBeCloseTo(1)
  })
  it('are splines: of degree 2 with three points, a parabola', () => {
    const points = spline(
      2,
      [0, 0, 0, 1, 1, 1],
      [
        { x: 0, y: 0 },
        { x: 1, y: 2 },
        { x: 2, y: 0 },
      ],
      [],
    )
    expect(points.every(({ x, y }) => Math.abs(y - (2 * x - x * x)) < 1e-9)).toBe(true)
  })
  it('go through the points that they are fitted to', () => {
    const fit = [
      { x: 0, y: 0 },
      { x: 1, y: 3 },
      { x: 4, y: 1 },
    ]
    const points = through(fit)
    for (const point of fit) expect(points).toContainEqual(point)
  })
})

describe('a sheet', () => {
  it('has its y downwards and everything in view', () => {
    const sheet = entities(...line(10, 20, 110, 70))
    expect(paths(sheet)).toEqual(['M10 -20L110 -70'])
    expect(sheet).toMatchObject({ width: 100, height: 50, isCut: false })
    expect(sheet.svg).toContain('viewBox="9 -71 102 52"')
  })
  it('puts blocks in blocks: moved, scaled, turned, in rows and columns', () => {
    const block = (name: string, base: number, ...inner: Pair[]): Pair[] => [
      [0, 'BLOCK'],
      [2, name],
      [10, base],
      [20, 0],
      ...inner,
      [0, 'ENDBLK'],
    ]
    const insert = (name: string, ...more: Pair[]): Pair[] => [[0, 'INSERT'], [2, name], ...more]
    const blocks = section(
      'BLOCKS',
      ...block('IN', 1, ...line(1, 0, 2, 0)),
      ...block('OUT', 0, ...insert('in', [50, 90], [41, 3], [42, 3])),
    )
    expect(paths(drawn(...blocks, ...section('ENTITIES', ...insert('OUT', [10, 5], [20, 5]))))).toEqual([
      'M5 -5L5 -8',
    ])
    const grid = drawn(
      ...blocks,
      ...section('ENTITIES', ...insert('IN', [70, 2], [71, 2], [44, 10], [45, 20])),
    )
    expect(paths(grid)).toEqual(['M0 0L1 0M10 0L11 0M0 -20L1 -20M10 -20L11 -20'])
  })
  it('draws a block that contains itself to a depth, and no further', () => {
    const blocks = section(
      'BLOCKS',
      [0, 'BLOCK'],
      [2, 'A'],
      ...line(0, 0, 1, 0),
      [0, 'INSERT'],
      [2, 'A'],
      [10, 1],
      [0, 'ENDBLK'],
    )
    expect(
      paths(drawn(...blocks, ...section('ENTITIES', [0, 'INSERT'], [2, 'A'])))[0]!.match(/M/g),
    ).toHaveLength(16)
  })
  it('looks as layers and entities say, and leaves out what is off', () => {
    const layer = (name: string, colour: number, ...more: Pair[]): Pair[] => [
      [0, 'LAYER'],
      [2, name],
      [62, colour],
      ...more,
    ]
    const tables = section(
      'TABLES',
      ...layer('BLUE', 5, [370, 70], [6, 'DASHED']),
      ...layer('OFF', -3),
      [0, 'LTYPE'],
      [2, 'DASHED'],
      [49, 6],
      [49, -3],
    )
    const sheet = drawn(
      ...tables,
      ...section(
        'ENTITIES',
        ...line(0, 0, 420, 0, [8, 'BLUE']),
        ...line(0, 9, 9, 9, [8, 'OFF']),
        ...line(0, 5, 1, 5, [8, '0'], [62, 1]),
      ),
    )
    expect(sheet.svg).toContain('stroke="#0040e0" stroke-width="0.7" stroke-dasharray="6 3"')
    expect(sheet.svg).toContain('stroke="#e00000"')
    expect(paths(sheet)).toHaveLength(2)
  })
  it('has words where they are aligned, and escapes them', () => {
    const { svg } = entities(
      [0, 'TEXT'],
      [10, 0],
      [20, 0],
      [11, 10],
      [21, 5],
      [40, 2],
      [72, 1],
      [73, 2],
      [1, '%%c5 <&>'],
    )
    expect(svg).toContain('translate(10 -5)')
    expect(svg).toContain('text-anchor="middle"')
    expect(svg).toContain('⌀5 &lt;&amp;&gt;')
  })
  it('fills hatches, or rules them', () => {
    const square: Pair[] = [
      [91, 1],
      [92, 2],
      [72, 0],
      [73, 1],
      [93, 4],
      ...[
        [0, 0],
        [4, 0],
        [4, 4],
        [0, 4],
      ].flatMap(([x, y]): Pair[] => [
        [10, x!],
        [20, y!],
      ]),
    ]
    expect(entities([0, 'HATCH'], [70, 1], ...square).svg).toContain(
      'd="M0 0L4 0L4 -4L0 -4L0 0Z" fill="currentColor"',
    )
    expect(entities([0, 'HATCH'], [70, 0], ...square, [53, 45], [45, 0], [46, 3]).svg).toContain(
      'patternTransform="rotate(-45)"',
    )
  })
  it('is the paper where something stands on it, with the model in its windows', () => {
    const window: Pair[] = [
      [0, 'VIEWPORT'],
      [67, 1],
      [69, 2],
      [10, 50],
      [20, 50],
      [40, 20],
      [41, 20],
      [12, 5],
      [22, 5],
      [45, 10],
    ]
    const { svg } = entities(...line(0, 0, 100, 0, [67, 1]), ...line(5, 5, 10, 5), ...window)
    expect(svg).toContain('<rect x="40" y="-60" width="20" height="20"/>')
    expect(svg).toContain('M50 -50L60 -50')
  })
  it('says what it did not draw', () =>
    expect([...entities(...line(0, 0, 1, 1), [0, '3DSOLID'], [0, '3DSOLID']).left]).toEqual([['3DSOLID', 2]]))
  it.each([
    'title-block-r12.dxf',
    'title-block-2018.dxf',
    'table-in-texts-2000.dxf',
    'outline.dxf',
    'without-header.dxf',
  ])('draws %s, all of it', (name) => {
    const sheet = drawSheet(sourceOf(new Uint8Array(readFileSync(`tests/corpus/${name}`))))
    expect(sheet.left.size).toBe(0)
    expect(sheet.svg).not.toMatch(/NaN|undefined|Infinity/)
  })
})
