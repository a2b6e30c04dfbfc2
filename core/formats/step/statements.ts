import { latin1 } from '../characters'
import { portion, type Source } from '../source'

/** A statement that is read: `#12 = PRODUCT(…)`, or one of the header without a number. */
export interface Statement {
  id: string
  type: string
  /** What stands between its parentheses, and where that begins in the file. */
  bytes: Uint8Array
  at: number
}

export interface StatementsEnd {
  /** The end that the standard asks for was there. */
  isWhole: boolean
  /** A statement that is too long to be read. */
  tooLong: boolean
}

/** The longest statement that is read, in bytes; longer ones of types that are not read do not matter. */
const longest = 1 << 20
const [quote, semicolon, slash, star, hash, equals, blank] = [39, 59, 47, 42, 35, 61, 32]

/** Goes through an exchange file (ISO 10303-21) in constant memory, and tells its statements of some types. */
export function scanStatements(
  source: Source,
  types: ReadonlySet<string>,
  visit: (statement: Statement) => void,
): StatementsEnd {
  const scan = new Scan(source, types, visit)
  for (let base = 0; base < source.size; base += portion) scan.window(base)
  return scan.end
}

/** Where a scan stands: before a statement, in one, or in a string or a comment of it. */
const [before, statement, string, comment] = [0, 1, 2, 3]

class Scan {
  readonly end: StatementsEnd = { isWhole: false, tooLong: false }
  private place = before
  private start = 0
  private lastByte = 0
  /** Where the star of the comment stands that it is in. */
  private opened = 0

  constructor(
    private readonly source: Source,
    private readonly types: ReadonlySet<string>,
    private readonly visit: (statement: Statement) => void,
  ) {}

  /**
   * Goes through a window; written plainly, since every byte of a file goes through it. Four bytes are passed over at
   * once where none of them is a sign, which is so for most. `first` is where it goes on within the window.
   */
  window(base: number, first = 0): void {
    const bytes = this.source.read(base, base + portion)
    const words = wordsOf(bytes)
    const from = words.byteOffset - bytes.byteOffset
    const lastByte = this.lastByte
    let place = this.place
    for (let at = first; at < bytes.length; at++) {
      if ((place === statement || place === string) && ((at - from) & 3) === 0) {
        let word = (at - from) >> 2
        while (word < words.length && !hasSign(words[word]!)) word++
        at = (word << 2) + from
      }
      // Beyond the end there is none, which is no sign.
      const byte = bytes[at]!
      if (place === statement) {
        if (byte === quote) place = string
        else if (byte === star && (at ? bytes[at - 1] : lastByte) === slash) {
          place = comment
          this.opened = base + at
        } else if (byte === semicolon) {
          place = before
          this.take(bytes, base, base + at)
          // What was read for a statement that began before this window took the place of it.
          if (this.start < base) {
            this.place = place
            return this.window(base, at + 1)
          }
        }
      } else if (place === string) {
        if (byte === quote) place = statement
      } else if (place === comment) {
        const isSlash = byte === slash && base + at > this.opened + 1
        if (isSlash && (at ? bytes[at - 1] : lastByte) === star) place = statement
      } else if (byte > blank) {
        this.start = base + at
        place = statement
        at--
      }
    }
    this.place = place
    this.lastByte = bytes[bytes.length - 1]!
  }

  private take(bytes: Uint8Array, base: number, to: number): void {
    const isHere = this.start >= base
    if (isHere && !mayMatter(bytes, this.start - base)) return
    const head = isHere ? bytes.subarray(this.start - base, to - base) : this.headOf(to)
    const named = nameOf(head)
    if (named === 'END-ISO-10303-21') this.end.isWhole = true
    if (!named || typeof named === 'string' || !this.types.has(named.type)) return
    if (to - this.start > longest) {
      this.end.tooLong = true
      return
    }
    const all = isHere ? head : this.source.read(this.start, to)
    this.visit({
      id: named.id,
      type: named.type,
      bytes: all.slice(named.open + 1),
      at: this.start + named.open + 1,
    })
  }

  private headOf = (to: number): Uint8Array => this.source.read(this.start, Math.min(to, this.start + 4096))
}

/** Bytes four at a time, from the first one that can begin a word on. */
function wordsOf({ buffer, byteOffset, length }: Uint8Array): Int32Array {
  const skipped = Math.min(-byteOffset & 3, length)
  const words = (length - skipped) >> 2
  return new Int32Array(buffer, words ? byteOffset + skipped : 0, words)
}

/** Whether one of four bytes is a quote, a semicolon or a star: taken from itself, none is left of it. */
function hasSign(word: number): boolean {
  const one = word ^ 0x27272727
  const two = word ^ 0x3b3b3b3b
  const three = word ^ 0x2a2a2a2a
  const empty = ((one - 0x01010101) & ~one) | ((two - 0x01010101) & ~two) | ((three - 0x01010101) & ~three)
  return (empty & 0x80808080) !== 0
}

/** Types that matter begin with these letters; the others, nearly all of a file, are not looked at further. */
const initials = new Set(
  ['PR', 'NE', 'DO', 'FI', 'EN'].map((two) => two.charCodeAt(0) * 256 + two.charCodeAt(1)),
)

/** Whether a statement may be of a type that is read, by the letters behind its number. */
function mayMatter(bytes: Uint8Array, from: number): boolean {
  let at = from
  if (bytes[at] === hash) {
    at++
    while (bytes[at]! >= 48 && bytes[at]! <= 57) at++
    while (bytes[at]! <= blank) at++
    if (bytes[at] !== equals) return true
    at++
  }
  while (bytes[at]! <= blank) at++
  return bytes[at] === slash || initials.has(bytes[at]! * 256 + bytes[at + 1]!)
}

/** The number and the type of a statement, and where its parenthesis opens; comments may stand between them. */
function nameOf(bytes: Uint8Array): { id: string; type: string; open: number } | string | undefined {
  const open = openingOf(bytes)
  const text = latin1(bytes, 0, open).replace(/\/\*[^]*?\*\//g, ' ')
  const [, id, type] = /^(?:\s*(#\d+)\s*=)?\s*([\w-]+)\s*$/.exec(text) ?? []
  if (!type) return undefined
  if (open >= bytes.length) return type
  return { id: id ?? '', type, open }
}

/** Where the first parenthesis outside of comments stands. */
function openingOf(bytes: Uint8Array): number {
  // Where the star of the comment stands that is open.
  let opened = -1
  for (let at = 0; at < Math.min(bytes.length, 4096); at++) {
    if (opened >= 0) {
      if (bytes[at] === slash && bytes[at - 1] === star && at > opened + 1) opened = -1
    } else if (bytes[at] === star && bytes[at - 1] === slash) opened = at
    else if (bytes[at] === 40) return at
  }
  return bytes.length
}
