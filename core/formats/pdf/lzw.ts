import { mostUnpacked } from '../inflate'
import { tooMuch } from './objects'

/** The code that begins the table anew, and the one that ends the stream. */
const [clear, end] = [256, 257]
/** Codes have at most 12 bits. */
const mostCodes = 4096

/**
 * Unpacks LZW as PDF has it (7.4.4): codes of 9 to 12 bits, the highest bit first. What is cut off or damaged gives
 * what comes before.
 * @param early whether codes grow one entry before they have to, as is usual
 * @throws PdfFault past the most that is unpacked
 */
export function fromLzw(packed: Uint8Array, early = true): Uint8Array {
  const table = new Table()
  let out = new Uint8Array(packed.length * 4 + 1024)
  let size = 0
  let before: number | undefined
  let next = clear + 2
  let width = 9
  for (let bit = 0; bit + width <= packed.length * 8;) {
    const code = codeAt(packed, bit, width)
    bit += width
    if (code === end) break
    if (code === clear) {
      ;[next, width, before] = [clear + 2, 9, undefined]
      continue
    }
    const isKnown = code < clear || (code > end && code < next)
    if (!isKnown && (before === undefined || code !== next)) break
    // A code that is about to be made stands for the text before with its own first byte behind it.
    const first = table.firstOf(isKnown ? code : before!)
    if (before !== undefined && next < mostCodes) table.add(next++, before, first)
    const length = table.lengthOf(code)
    if (size + length > mostUnpacked) throw tooMuch()
    if (size + length > out.length) out = grown(out, size + length)
    table.write(code, out, (size += length))
    before = code
    while (width < 12 && next + (early ? 1 : 0) >= 1 << width) width++
  }
  return out.subarray(0, size)
}

const codeAt = (bytes: Uint8Array, bit: number, width: number): number => {
  const at = bit >> 3
  const three = (bytes[at]! << 16) | ((bytes[at + 1] ?? 0) << 8) | (bytes[at + 2] ?? 0)
  return (three >> (24 - (bit & 7) - width)) & ((1 << width) - 1)
}

function grown(bytes: Uint8Array, least: number): Uint8Array<ArrayBuffer> {
  const larger = new Uint8Array(Math.max(least, bytes.length * 2))
  larger.set(bytes)
  return larger
}

/** What each code stands for: the text of another code, and one byte behind it. */
class Table {
  private readonly prefix = new Uint16Array(mostCodes)
  private readonly last = new Uint8Array(mostCodes)
  private readonly first = new Uint8Array(mostCodes)
  private readonly length = new Uint16Array(mostCodes)

  firstOf = (code: number): number => (code < clear ? code : this.first[code]!)
  lengthOf = (code: number): number => (code < clear ? 1 : this.length[code]!)

  add(code: number, prefix: number, last: number): void {
    this.prefix[code] = prefix
    this.last[code] = last
    this.first[code] = this.firstOf(prefix)
    this.length[code] = this.lengthOf(prefix) + 1
  }

  /** Writes what a code stands for, so that it ends before `to`. */
  write(code: number, out: Uint8Array, to: number): void {
    let at = code
    for (; at >= clear; at = this.prefix[at]!) out[--to] = this.last[at]!
    out[--to] = at
  }
}
