import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { type ChosenPlaces, dividedAt, drawRevisions, readFile, sourceOf } from '..'
import { joined } from '../source'
import { pointsOfPath } from './path'

const register = ['A', 'B', 'C', 'D'].map((revision, index) => ({
  ...{ revision, date: `2024-0${index + 1}-02`, by: 'M. Feldhaus', text: `Change ${revision} <ü> €` },
}))
const encoded = (text: string) => new Uint8Array(Buffer.from(text))
const text = (bytes: Uint8Array) => Buffer.from(bytes).toString()
/** Draws, and answers the new content with what was told of it. */
function draw(bytes: Uint8Array, rows = register, label?: string, places?: ChosenPlaces) {
  const { parts, ...told } = drawRevisions(sourceOf(bytes), 'a.svg', dividedAt(rows, label)!, places)
  return { bytes: joined(parts!), told }
}
const labels = async (bytes: Uint8Array) =>
  (await readFile(sourceOf(bytes), 'a.svg')).history.map(({ revision }) => revision).join(' ')
const box = (bytes: Uint8Array, id: string) =>
  new RegExp(`id="ilmenite-${id}"[^>]*data-box="([^"]*)"`).exec(text(bytes))?.[1]?.split(' ').map(Number)
/** A sheet of A3 with a frame, and what stands on it. */
const sheet = (inner: string, root = '') =>
  encoded(
    `<svg xmlns="http://www.w3.org/2000/svg" width="420mm" height="297mm" viewBox="0 0 420 297"${root}>` +
      `<rect x="5" y="5" width="410" height="287" fill="none" stroke="#000"/>${inner}</svg>\n`,
  )
const words = '<text id="TITLE" x="20" y="280" font-size="3">Jaw</text>'

describe('revision blocks in an SVG drawing', () => {
  it.each(['outline.svg', 'figure.svg'])('are drawn into %s and read again', async (name) => {
    const before = new Uint8Array(readFileSync(`tests/corpus/${name}`))
    const { bytes, told } = draw(before, register, 'C')
    expect(told).toEqual({ live: 2, carriedOver: 3, problems: [] })
    expect(await labels(bytes)).toBe('A B C D')
    const again = draw(bytes, register, 'C')
    expect(again.told).toEqual(told)
    expect(Buffer.compare(again.bytes, bytes)).toBe(0)
  })
  it('change nothing else, and no place', async () => {
    const before = sheet(words)
    const { bytes } = draw(before, register, 'C')
    const without = text(bytes).replace(/<g id="ilmenite-.*?<\/g>/g, '')
    expect(without).toBe(text(before))
    expect((await readFile(sourceOf(bytes), 'a.svg')).places).toEqual([
      { place: 'field:TITLE', value: 'Jaw', writable: true },
    ])
  })
  it('let the live one grow where it stands, and never change the one that was carried over', () => {
    const before = draw(sheet(words), register, 'C').bytes
    const rows = [
      ...register.map((row) => ({ ...row, text: 'Other' })),
      { revision: 'E', date: '', by: '', text: '' },
    ]
    const { bytes, told } = draw(before, rows, 'C')
    expect(told).toMatchObject({ live: 3, carriedOver: 3 })
    expect(text(bytes).match(/Change/g)).toHaveLength(3)
    const [left, , , top] = box(before, 'live')!
    expect(box(bytes, 'live')).toMatchObject({ 0: left, 3: top })
    expect(box(bytes, 'carried-over')).toEqual(box(before, 'carried-over'))
  })
  it('stand clear of what is drawn, through every transformation', () => {
    const corner = '<g transform="translate(300 0) scale(2)"><path d="M0 3h58v40h-58z" fill="#ccc"/></g>'
    const [left, , right] = box(draw(sheet(words + corner)).bytes, 'live')!
    expect(left! >= 415 || right! <= 300).toBe(true)
  })
  it('make a sheet wider that is full', () => {
    const full = '<rect x="6" y="6" width="300" height="285"/><rect x="306" y="6" width="108" height="285"/>'
    const { bytes } = draw(sheet(full + words))
    expect(box(bytes, 'live')![0]).toBeGreaterThan(420)
    const [, , width] = /viewBox="([^"]*)"/.exec(text(bytes))![1]!.split(' ').map(Number)
    expect(width).toBeGreaterThan(box(bytes, 'live')![2]!)
    expect(Number(/width="([\d.]+)mm"/.exec(text(bytes))![1])).toBeCloseTo(width!, 1)
  })
  it('never lie over each other, however small the sheet is', () => {
    const small = encoded(
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 60 8" height="8"><path d="M0 4h60"/><text y="4" font-size="4">A</text></svg>',
    )
    const { bytes } = draw(small, register, 'C')
    const [carried, live] = [box(bytes, 'carried-over')!, box(bytes, 'live')!]
    const overlap = (from: number, to: number) => live[from]! < carried[to]! && carried[from]! < live[to]!
    expect(overlap(0, 2) && overlap(1, 3)).toBe(false)
    const [, , width, height] = /viewBox="([^"]*)"/.exec(text(bytes))![1]!.split(' ').map(Number)
    expect(width! >= live[2]! && height! >= -carried[1]!).toBe(true)
  })
  it('are drawn beside very many shapes', () => {
    const dots = '<path d="M1 1h1"/>'.repeat(200_000)
    expect(draw(sheet(`<g>${dots}</g>`)).told).toMatchObject({ live: 4, problems: [] })
  })
  it('are refused by a damaged drawing', () =>
    expect(
      drawRevisions(sourceOf(encoded('<svg><g></svg>')), 'a.svg', dividedAt(register, 'C')!),
    ).toMatchObject({
      parts: null,
      problems: [{ code: 'damaged' }],
    }))
})

describe('a place that was chosen for a format of sheet', () => {
  const places: ChosenPlaces = { A3: { corner: 'lower left', across: 12, up: 20 } }
  it('is where the first block stands, and the other one beside it', () => {
    const { bytes } = draw(sheet(''), register, 'C', places)
    const carried = box(bytes, 'carried-over')!
    const live = box(bytes, 'live')!
    expect(carried.slice(0, 2)).toEqual([12, -277])
    expect(live[0]).toBe(12)
    expect(live[1]).toBeGreaterThan(carried[3]!)
  })
  it('is passed over where something stands, from that corner on', () => {
    const { bytes } = draw(
      sheet('<rect x="5" y="200" width="250" height="92"/>'),
      register,
      undefined,
      places,
    )
    const [left, bottom] = box(bytes, 'live')!
    expect(left === 12 && bottom === -277).toBe(false)
  })
  it('counts for sheets of that format alone', () => {
    const other = box(draw(sheet(''), register, undefined, { A1: places.A3! }).bytes, 'live')
    expect(other).toEqual(box(draw(sheet('')).bytes, 'live'))
  })
})

describe('the points of a path', () => {
  it.each<[string, string, number[][][]]>([
    [
      'lines, from where the last one ended',
      'M1 2l3 4H9v-1',
      [
        [
          [1, 2],
          [4, 6],
          [9, 6],
          [9, 5],
        ],
      ],
    ],
    [
      'pairs behind a move as lines',
      'm1 1 2 2z m5 5',
      [
        [
          [1, 1],
          [3, 3],
          [1, 1],
        ],
        [[6, 6]],
      ],
    ],
    [
      'what bends a curve',
      'M0 0C1 9 8 9 9 0',
      [
        [
          [0, 0],
          [1, 9],
          [8, 9],
          [9, 0],
        ],
      ],
    ],
    [
      'numbers without blanks',
      'M.5.5-1-2',
      [
        [
          [0.5, 0.5],
          [-1, -2],
        ],
      ],
    ],
    [
      'what comes before damage',
      'M1 1L2 2 X9 9',
      [
        [
          [1, 1],
          [2, 2],
        ],
      ],
    ],
  ])('are those of %s', (_, path, points) => expect(pointsOfPath(path)).toEqual(points))
  it('hold an arc', () => {
    const [line] = pointsOfPath('M0 0A5 5 0 0 1 10 0')
    const [xs, ys] = [0, 1].map((axis) => line!.map((point) => point[axis]!))
    expect(Math.min(...ys!) <= -5 && Math.max(...ys!) >= 5).toBe(true)
    expect(Math.min(...xs!) <= 0 && Math.max(...xs!) >= 10).toBe(true)
  })
})
