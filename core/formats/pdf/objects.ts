import { latin1 } from '../characters'
import { mostUnpacked } from '../inflate'

/** Objects of a PDF file (ISO 32000-1, 7.3). */
export type PdfObject =
  | null
  | boolean
  | number
  | PdfObject[]
  | { kind: 'name'; name: string }
  | { kind: 'string'; bytes: Uint8Array }
  | { kind: 'reference'; id: number }
  | PdfDictionary
export interface PdfDictionary {
  kind: 'dictionary'
  entries: Map<string, PdfObject>
}

/** A list, or what stands for a list of one; none for nothing. */
export const listed = (object: PdfObject): PdfObject[] =>
  Array.isArray(object) ? object : object === null ? [] : [object]

/** Why a PDF file could not be read. */
export class PdfFault extends Error {}
/** The fault of a stream that is made to fill the memory. */
export const tooMuch = () => new PdfFault(`a stream unpacks to more than ${mostUnpacked >> 20} MB`)

const deepest = 64
const blanks = new Set([0, 9, 10, 12, 13, 32])
const delimiters = new Set(Array.from('()<>[]{}/%', (letter) => letter.charCodeAt(0)))

/** Reads objects one after the other from bytes. */
export class PdfScan {
  /** In the content of a page there are no references, but operators that begin like them. */
  constructor(
    readonly bytes: Uint8Array,
    public at = 0,
    private readonly hasReferences = true,
  ) {}

  skipBlank(): void {
    for (; this.at < this.bytes.length; this.at++) {
      const byte = this.bytes[this.at]!
      if (byte === 37)
        while (this.at < this.bytes.length && this.bytes[this.at] !== 10 && this.bytes[this.at] !== 13)
          this.at++
      else if (!blanks.has(byte)) return
    }
  }

  /** Whether a word stands here; it is passed over. */
  takes(word: string): boolean {
    this.skipBlank()
    if (latin1(this.bytes, this.at, Math.min(this.at + word.length, this.bytes.length)) !== word) return false
    this.at += word.length
    return true
  }

  /** @throws PdfFault where no object stands. */
  object(depth = 0): PdfObject {
    if (depth > deepest) throw new PdfFault('its objects are too deep')
    this.skipBlank()
    const byte = this.bytes[this.at]
    if (byte === 47) return { kind: 'name', name: this.name() }
    if (byte === 40) return { kind: 'string', bytes: this.literal() }
    if (byte === 60 && this.bytes[this.at + 1] === 60) return this.dictionary(depth)
    if (byte === 60) return { kind: 'string', bytes: this.hexadecimal() }
    if (byte === 91) return this.array(depth)
    return this.plain()
  }

  private word(): string {
    const from = this.at
    while (
      this.at < this.bytes.length &&
      !blanks.has(this.bytes[this.at]!) &&
      !delimiters.has(this.bytes[this.at]!)
    )
      this.at++
    return latin1(this.bytes, from, this.at)
  }

  /** The operator of a page's content that stands here; undefined where an object does. */
  operator(): string | undefined {
    this.skipBlank()
    const before = this.at
    const byte = this.bytes[before]!
    const isWord = (byte >= 65 && byte <= 90) || (byte >= 97 && byte <= 122) || byte === 39 || byte === 34
    if (!isWord) return undefined
    const word = this.word()
    if (word !== 'true' && word !== 'false' && word !== 'null') return word
    this.at = before
    return undefined
  }

  private plain(): PdfObject {
    const number = this.hasReferences ? undefined : this.number()
    if (number !== undefined) return number
    const word = this.word()
    if (word === 'null' || word === 'true' || word === 'false')
      return word === 'null' ? null : word === 'true'
    if (!/^[+-]?(\d+\.?\d*|\.\d+)$/.test(word)) throw new PdfFault(`at byte ${this.at} stands no object`)
    const after = this.at
    if (this.hasReferences && /^\d+$/.test(word)) {
      this.skipBlank()
      if (/^\d+$/.test(this.word()) && this.takes('R')) return { kind: 'reference', id: Number(word) }
      this.at = after
    }
    return Number(word)
  }

  /** A number in the content of a page, where there may be millions; undefined, and nothing read, for what is none. */
  private number(): number | undefined {
    const { bytes } = this
    let at = this.at
    const sign = bytes[at] === 45 ? -1 : 1
    if (bytes[at] === 45 || bytes[at] === 43) at++
    let [value, scale, digits] = [0, 0, 0]
    for (; at < bytes.length; at++) {
      const byte = bytes[at]!
      if (byte >= 48 && byte <= 57) {
        value = value * 10 + byte - 48
        digits++
        scale *= 10
      } else if (byte === 46 && !scale) scale = 1
      else if (blanks.has(byte) || delimiters.has(byte)) break
      else return undefined
    }
    if (!digits) return undefined
    this.at = at
    return (sign * value) / (scale || 1)
  }

  private name(): string {
    this.at++
    return this.word().replace(/#([\dA-Fa-f]{2})/g, (_, hex: string) =>
      String.fromCharCode(Number.parseInt(hex, 16)),
    )
  }

  private array(depth: number): PdfObject[] {
    this.at++
    const items: PdfObject[] = []
    while (!this.takes(']')) {
      if (this.at >= this.bytes.length) throw new PdfFault('a list is not closed')
      items.push(this.object(depth + 1))
    }
    return items
  }

  private dictionary(depth: number): PdfDictionary {
    this.at += 2
    const entries = new Map<string, PdfObject>()
    while (!this.takes('>>')) {
      if (this.bytes[this.at] !== 47) throw new PdfFault('a dictionary is not closed')
      const name = this.name()
      entries.set(name, this.object(depth + 1))
    }
    return { kind: 'dictionary', entries }
  }

  private hexadecimal(): Uint8Array {
    const end = this.bytes.indexOf(62, this.at)
    if (end < 0) throw new PdfFault('a string is not closed')
    const digits = latin1(this.bytes, this.at + 1, end).replace(/[^\dA-Fa-f]/g, '')
    this.at = end + 1
    const pairs = (digits.length % 2 ? `${digits}0` : digits).match(/../g) ?? []
    return Uint8Array.from(pairs, (pair) => Number.parseInt(pair, 16))
  }

  private literal(): Uint8Array {
    const out: number[] = []
    let depth = 1
    for (this.at++; this.at < this.bytes.length; this.at++) {
      const byte = this.bytes[this.at]!
      if (byte === 92) this.escape(out)
      else if (byte === 40) depth++
      else if (byte === 41 && --depth === 0) {
        this.at++
        return Uint8Array.from(out)
      }
      if (byte !== 92) out.push(byte)
    }
    throw new PdfFault('a string is not closed')
  }

  /** What stands behind a backslash. */
  private escape(out: number[]): void {
    const next = String.fromCharCode(this.bytes[++this.at] ?? 0)
    const known: Record<string, number> = { n: 10, r: 13, t: 9, b: 8, f: 12 }
    if (next === '\r' && this.bytes[this.at + 1] === 10) this.at++
    if (next === '\r' || next === '\n') return
    const octal = /^[0-7]{1,3}/.exec(
      latin1(this.bytes, this.at, Math.min(this.at + 3, this.bytes.length)),
    )?.[0]
    if (octal) {
      out.push(Number.parseInt(octal, 8) & 255)
      this.at += octal.length - 1
    } else out.push(known[next] ?? next.charCodeAt(0))
  }
}

/** Characters of PDFDocEncoding that are not those of Latin-1, from 0x18 and from 0x80. */
const low = '˘ˇˆ˙˝˛˚˜'
const high = '•†‡…—–ƒ⁄‹›−‰„“”‘’‚™ﬁﬂŁŒŠŸŽıłœšž\u009f€'

/** A text string (7.9.2.2): UTF-16, UTF-8, or PDFDocEncoding. */
export function textOf(bytes: Uint8Array): string {
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return utf16(bytes)
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return new TextDecoder('utf-16le').decode(bytes.subarray(2))
  if (bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf) return new TextDecoder().decode(bytes)
  return Array.from(bytes, (byte) =>
    byte >= 0x18 && byte < 0x20
      ? low[byte - 0x18]!
      : byte >= 0x80 && byte <= 0xa0
        ? high[byte - 0x80]!
        : String.fromCharCode(byte),
  ).join('')
}

/** Big-endian; marks of a language, between escape characters, are left out. */
function utf16(bytes: Uint8Array): string {
  const units: string[] = []
  for (let at = 2; at + 1 < bytes.length; at += 2)
    units.push(String.fromCharCode((bytes[at]! << 8) | bytes[at + 1]!))
  return units.join('').replace(/\u001b[^\u001b]*\u001b/g, '')
}
