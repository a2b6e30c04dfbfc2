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
const [slash, star, hash, equals, blank] = [47, 42, 35, 61, 32]

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

/** Where a scan stands: in a statement or before one, in a string, or in a comment. */
const [statement, string, comment] = [0, 1, 2]

class Scan {
  readonly end: StatementsEnd = { isWhole: false, tooLong: false }
  private place = statement
  private start = 0
  private lastByte = 0
  /** Where the last comment began, at its star, and where it ended, at its slash. */
  private opened = -1
  private closed = -1

  constructor(
    private readonly source: Source,
    private readonly types: ReadonlySet<string>,
    private readonly visit: (statement: Statement) => void,
  ) {}

  /**
   * Goes through a window from a place in it on; written plainly, since every byte of a file goes through it. Four
   * bytes are passed over at once where none of them is a sign, which is so for most.
   */
  window(base: number, first = 0): void {
    const bytes = this.source.read(base, base + portion)
    const words = wordsOf(bytes)
    const skipped = words.byteOffset - bytes.byteOffset
    if (!first) this.endOnFirst(bytes[0], base)
    let { place, start } = this
    const { length } = bytes
    for (let word = (first - skipped) >> 2; word <= words.length; word++) {
      if (word >= 0 && word < words.length && !hasSign(words[word]!)) continue
      const from = (word << 2) + skipped
      const to = Math.min(from + 4, length)
      for (let at = Math.max(from, first); at < to; at++) {
        const byte = bytes[at]!
        // A quote, a star, a semicolon, as numbers: read from elsewhere they cost a third more time.
        if (byte === 39) {
          if (place !== comment) place ^= string
        } else if (byte === 42) {
          place = this.takeStar(bytes, base, at, place)
        } else if (byte === 59 && place === statement) {
          const isWithin = start >= base
          if (!isWithin || mayMatter(bytes, start - base)) this.take(bytes, base, start, base + at)
          start = base + at + 1
          if (isWithin) continue
          // What was read for a statement that began before this window took the place of it.
          this.start = start
          this.place = place
          return this.window(base, at + 1)
        }
      }
    }
    this.start = start
    this.place = place
    this.lastByte = bytes[bytes.length - 1]!
  }

  /** A comment begins at a star behind a slash, unless that ended another one, and ends with one before a slash. */
  private takeStar(bytes: Uint8Array, base: number, at: number, place: number): number {
    const before = at ? bytes[at - 1] : this.lastByte
    if (place === statement && before === slash && this.closed !== base + at - 1) {
      this.opened = base + at
      return comment
    }
    if (place !== comment || bytes[at + 1] !== slash) return place
    this.closed = base + at + 1
    return statement
  }

  /** The star that ends a comment may be the last of the window before. */
  private endOnFirst(byte: number | undefined, base: number): void {
    const isEnd = byte === slash && this.lastByte === star && this.opened !== base - 1
    if (this.place !== comment || !isEnd) return
    this.place = statement
    this.closed = base
  }

  private take(bytes: Uint8Array, base: number, from: number, to: number): void {
    const isHere = from >= base
    const head = isHere ? bytes.subarray(from - base, to - base) : this.headOf(from, to)
    const named = nameOf(head)
    if (named === 'END-ISO-10303-21') this.end.isWhole = true
    if (!named || typeof named === 'string' || !this.types.has(named.type)) return
    if (to - from > longest) {
      this.end.tooLong = true
      return
    }
    const all = isHere ? head : this.source.read(from, to)
    this.visit({
      id: named.id,
      type: named.type,
      bytes: all.slice(named.open + 1),
      at: from + named.open + 1,
    })
  }

  private headOf = (from: number, to: number): Uint8Array => this.source.read(from, Math.min(to, from + 4096))
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
  while (bytes[at]! <= blank) at++
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
