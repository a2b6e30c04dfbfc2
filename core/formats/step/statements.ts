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

/** Where a scan stands: before a statement, in one, in a string or a comment in it or before it. */
type Place = 'before' | 'statement' | 'string' | 'comment'

class Scan {
  readonly end: StatementsEnd = { isWhole: false, tooLong: false }
  private place: Place = 'before'
  private start = 0

  constructor(
    private readonly source: Source,
    private readonly types: ReadonlySet<string>,
    private readonly visit: (statement: Statement) => void,
  ) {}

  window(base: number): void {
    let bytes = this.source.read(base, base + portion)
    let at = 0
    while (at < bytes.length) {
      if (this.place === 'string') at = this.endOfString(bytes, at)
      else if (this.place === 'comment') at = this.endOfComment(bytes, at)
      else if (this.place === 'before') at = this.beginning(bytes, at, base)
      else {
        at = this.within(bytes, at)
        if (this.isOver()) {
          this.take(bytes, base, base + at - 1)
          // What was read for a statement that began before this window took the place of it.
          if (this.start < base) bytes = this.source.read(base, base + portion)
        }
      }
    }
    this.lastByte = bytes[bytes.length - 1]!
  }

  private isOver = (): boolean => this.place === 'before'

  private endOfString(bytes: Uint8Array, from: number): number {
    let at = from
    while (at < bytes.length && bytes[at] !== quote) at++
    if (at < bytes.length) this.place = 'statement'
    return at + 1
  }

  private endOfComment(bytes: Uint8Array, from: number): number {
    let at = from
    while (
      at < bytes.length &&
      !(bytes[at] === slash && this.last(bytes, at) === star && (at > from || !from))
    )
      at++
    if (at < bytes.length) this.place = 'statement'
    return at + 1
  }

  private beginning(bytes: Uint8Array, from: number, base: number): number {
    let at = from
    while (at < bytes.length && bytes[at]! <= blank) at++
    if (at >= bytes.length) return at
    this.start = base + at
    this.place = 'statement'
    return at
  }

  private within(bytes: Uint8Array, from: number): number {
    let at = from
    for (; at < bytes.length; at++) {
      const byte = bytes[at]
      if (byte === quote) {
        this.place = 'string'
        return at + 1
      }
      if (byte === semicolon) {
        this.place = 'before'
        return at + 1
      }
      if (byte === star && this.last(bytes, at) === slash) {
        this.place = 'comment'
        return at + 1
      }
    }
    return at
  }

  private lastByte = 0
  private last = (bytes: Uint8Array, at: number): number => (at ? bytes[at - 1]! : this.lastByte)

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
