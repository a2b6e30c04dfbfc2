import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fromLzw } from './lzw'

/** The codes of some bytes: the longest text that the table has, and then the table has one byte more. */
function codesOf(bytes: Uint8Array): number[] {
  const codes = [256]
  let table = new Map<string, number>()
  let held = ''
  const codeOf = (text: string) => (text.length === 1 ? text.charCodeAt(0) : table.get(text))
  for (const byte of bytes) {
    const longer = held + String.fromCharCode(byte)
    if (held === '' || codeOf(longer) !== undefined) {
      held = longer
      continue
    }
    codes.push(codeOf(held)!)
    table.set(longer, 258 + table.size)
    held = String.fromCharCode(byte)
    if (table.size === 4095 - 258) {
      codes.push(256)
      table = new Map()
    }
  }
  return [...codes, ...(held ? [codeOf(held)!] : []), 257]
}

/** Codes one behind the other, wider as the table grows on the side of whoever unpacks. */
function packed(codes: number[], early = true): Uint8Array {
  const bits: number[] = []
  let entries = 0
  for (const code of codes) {
    const width = Math.min(12, Math.max(9, (257 + entries + (early ? 1 : 0)).toString(2).length))
    for (let bit = width - 1; bit >= 0; bit--) bits.push((code >> bit) & 1)
    entries = code === 256 ? 0 : entries + 1
  }
  return Uint8Array.from({ length: Math.ceil(bits.length / 8) }, (_, at) =>
    Array.from({ length: 8 }, (_, bit) => bits[at * 8 + bit] ?? 0).reduce((sum, bit) => sum * 2 + bit, 0),
  )
}

describe('LZW', () => {
  it('unpacks the example of the standard (7.4.4.2)', () => {
    const example = [0x80, 0x0b, 0x60, 0x50, 0x22, 0x0c, 0x0c, 0x85, 0x01]
    expect([...fromLzw(Uint8Array.from(example))]).toEqual([45, 45, 45, 45, 45, 65, 45, 45, 45, 66])
    expect([...packed([256, 45, 258, 258, 65, 259, 66, 257])]).toEqual(example)
  })

  it('gives back whatever was packed, early or not', () => {
    const texts = fc.oneof(
      fc.uint8Array({ maxLength: 300 }),
      fc.array(fc.constantFrom(65, 66, 67), { maxLength: 3000 }).map((list) => Uint8Array.from(list)),
    )
    fc.assert(
      fc.property(texts, fc.boolean(), (bytes, early) => {
        expect(fromLzw(packed(codesOf(bytes), early), early)).toEqual(bytes)
      }),
    )
  })

  it('goes on past a full table, which is begun anew', () => {
    const bytes = Uint8Array.from({ length: 30_000 }, (_, at) => (at * at * 31) & 255)
    expect(fromLzw(packed(codesOf(bytes)))).toEqual(bytes)
  })

  it('gives what comes before damage, and ends whatever it is given', () => {
    const sound = packed(codesOf(Uint8Array.from({ length: 500 }, (_, at) => at & 15)))
    expect(fromLzw(sound.subarray(0, 40)).length).toBeGreaterThan(20)
    fc.assert(fc.property(fc.uint8Array({ maxLength: 400 }), (bytes) => void fromLzw(bytes)))
  })

  it('is not unpacked beyond a bound', () => {
    // Each code is the one that is about to be made: a table's worth of them unpacks to 7 MB.
    const growing = [256, 0, ...Array.from({ length: 4096 - 258 }, (_, at) => 258 + at)]
    const bomb = packed(Array.from({ length: 10 }, () => growing).flat())
    expect(bomb.length).toBeLessThan(60_000)
    expect(() => fromLzw(bomb)).toThrow(/more than \d+ MB/)
  })
})
