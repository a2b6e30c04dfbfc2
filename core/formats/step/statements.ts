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

  constructor(
    private readonly source: Source,
    private readonly types: ReadonlySet<string>,
    private readonly visit: (statement: Statement) => void,
  ) {}

  /** Goes through a window; written plainly, since every byte of a file goes through it. */
  window(base: number): void {
    let bytes = this.source.read(base, base + portion)
    const length = bytes.length
    const lastByte = this.lastByte
    let place = this.place
    let at = 0
    while (at < length) {
      if (place === statement) {
        const found = endOfPart(bytes, at, lastByte)
        at = found + 1
        if (found >= length) break
        if (bytes[found] === quote) place = string
        else if (bytes[found] === star) place = comment
        else {
          place = before
          this.take(bytes, base, base + found)
          // What was read for a statement that began before this window took the place of it.
          if (this.start < base) bytes = this.source.read(base, base + portion)
        }
      } else if (place === string) {
        while (at < length && bytes[at] !== quote) at++
        if (at < length) place = statement
        at++
      } else if (place === comment) {
        while (at < length && !(bytes[at] === slash && (at ? bytes[at - 1] : lastByte) === star)) at++
        if (at < length) place = statement
        at++
      } else {
        while (at < length && bytes[at]! <= blank) at++
        if (at >= length) break
        this.start = base + at
        place = statement
      }
    }
    this.place = place
    this.lastByte = bytes[length - 1]!
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

/** Where a statement ends, or a string or a comment in it begins: at a quote, a semicolon, or the star of a comment. */
function endOfPart(bytes: Uint8Array, from: number, lastByte: number): number {
  const length = bytes.length
  let at = from
  for (; at < length; at++) {
    const byte = bytes[at]!
    if (byte === quote || byte === semicolon) return at
    if (byte === star && (at ? bytes[at - 1] : lastByte) === slash) return at
  }
  return at
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
  let isComment = false
  for (let at = 0; at < Math.min(bytes.length, 4096); at++) {
    if (isComment) isComment = !(bytes[at] === slash && bytes[at - 1] === star)
    else if (bytes[at] === star && bytes[at - 1] === slash) isComment = true
    else if (bytes[at] === 40) return at
  }
  return bytes.length
}
