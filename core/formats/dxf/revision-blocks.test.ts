import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { dividedAt, drawRevisions, readFile, sourceOf } from '..'
import type { FileHistoryRow } from '../file-format'
import { freePlace, isFree } from '../blocks/free-place'
import { joined } from '../source'

const row = (revision: string, text: string): FileHistoryRow => ({
  revision,
  date: `2024-0${revision.charCodeAt(0) - 64}-02`,
  by: 'M. Feldhaus',
  text,
})
const register = [
  row('A', 'First issue'),
  row('B', 'Hole moved'),
  row('C', 'Brought in'),
  row('D', 'Radius ü €'),
]
const drawing = (name: string) => new Uint8Array(readFileSync(`tests/corpus/${name}`))
/** Draws, and answers the new content with what was told of it. */
function draw(bytes: Uint8Array, rows = register, label?: string) {
  const { parts, ...told } = drawRevisions(sourceOf(bytes), 'a.dxf', dividedAt(rows, label)!)
  return { bytes: joined(parts!), told }
}
const labels = async (bytes: Uint8Array) =>
  (await readFile(sourceOf(bytes), 'a.dxf')).history.map(({ revision }) => revision).join(' ')

describe('revision blocks', () => {
  it.each([
    ['outline.dxf', 'A B C D'],
    ['title-block-r12.dxf', 'A B C A B C D'],
    ['title-block-2018.dxf', 'A B C A B C D'],
    ['table-in-texts-2000.dxf', 'A B C A B C D'],
  ])('are drawn into %s and read again; the label at the transfer stands in both', async (name, expected) => {
    const { bytes, told } = draw(drawing(name), register, 'C')
    expect(told).toEqual({ live: 2, carriedOver: 3, problems: [] })
    expect(await labels(bytes)).toBe(expected)
  })
  it('are the same when they are drawn twice', () => {
    const once = draw(drawing('title-block-2018.dxf'), register, 'C')
    const twice = draw(once.bytes, register, 'C')
    expect(twice.told).toEqual(once.told)
    expect(Buffer.compare(twice.bytes, once.bytes)).toBe(0)
  })
  it('let the live one grow where it stands, and never change the one that was carried over', () => {
    const before = draw(drawing('title-block-2018.dxf'), register, 'C').bytes
    const rows = [...register.map((one) => ({ ...one, text: `${one.text}!` })), row('E', 'Pin added')]
    const { bytes, told } = draw(before, rows, 'C')
    expect(told).toEqual({ live: 3, carriedOver: 3, problems: [] })
    const text = Buffer.from(bytes).toString()
    expect(text.match(/First issue\n/g)).toHaveLength(2)
    expect(text).not.toContain('First issue!')
    expect(text.match(/Brought in!\n/g)).toHaveLength(1)
    const titleAt = (content: Uint8Array) =>
      /10\n(.*)\n 20\n(.*)\n 30\n0\n 40\n.*\n {2}1\nREVISIONS\n/
        .exec(Buffer.from(content).toString())!
        .slice(1)
    expect(titleAt(bytes)).toEqual(titleAt(before))
  })
  it('are all live where nothing was brought in', () =>
    expect(draw(drawing('outline.dxf'), register).told).toEqual({
      live: 4,
      carriedOver: 0,
      problems: [],
    }))
  it('need a row with the label', () => expect(dividedAt(register, 'X')).toBeUndefined())
  it('are not drawn into a damaged drawing, nor into something else', () => {
    const damaged = drawing('outline.dxf').slice(0, 900)
    expect(drawRevisions(sourceOf(damaged), 'a.dxf', { carried: [], live: register })).toMatchObject({
      parts: null,
      problems: [{ code: 'cut-off' }],
    })
    const model = drawRevisions(sourceOf(drawing('assembly.step')), 'a.stp', { carried: [], live: register })
    expect(model).toMatchObject({
      parts: null,
      problems: [{ code: 'not-writable', message: expect.stringContaining('a STEP model') }],
    })
  })
})

describe('a free place', () => {
  const frame = [
    { left: 0, right: 100, bottom: 0, top: 0 },
    { left: 0, right: 100, bottom: 60, top: 60 },
    { left: 0, right: 0, bottom: 0, top: 60 },
    { left: 100, right: 100, bottom: 0, top: 60 },
  ]
  const size = { width: 30, height: 10 }
  const sheet = { left: 0, right: 100, bottom: 0, top: 60 }
  it('is in the upper right corner of an empty sheet', () =>
    expect(freePlace(size, sheet, frame, 2)).toEqual({ left: 68, right: 98, top: 58, bottom: 48 }))
  it('is in another corner, or farther in, where something stands', () => {
    const taken = { left: 60, right: 100, bottom: 40, top: 60 }
    const found = freePlace(size, sheet, [...frame, taken], 2)
    expect(found).toEqual({ left: 2, right: 32, top: 58, bottom: 48 })
    expect(isFree(found, [...frame, taken])).toBe(true)
  })
  it('is beside a sheet that is full', () =>
    expect(freePlace(size, sheet, [...frame, { left: 1, right: 99, bottom: 1, top: 59 }], 2)).toEqual({
      left: 102,
      right: 132,
      top: 60,
      bottom: 50,
    }))
})
