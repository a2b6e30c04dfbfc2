import { portion, type Source } from '../source'

/**
 * Is told each group of a drawing: its code, and where its value stands in the bytes at hand; `base` is where those
 * begin in the file. Values are valid during the call. Ends the scan by answering true.
 */
export type GroupVisitor = (
  code: number,
  bytes: Uint8Array,
  from: number,
  to: number,
  base: number,
) => boolean | void

/** How a scan ended: told to, at the end of the file, or at a line that is no group code. */
export type ScanEnd = { how: 'told' | 'ended' } | { how: 'broken' | 'endless'; line: number }

/** The longest line that is read, in bytes. */
const longestLine = 1 << 22
const lineFeed = 10
const carriageReturn = 13

/** Goes through the groups of a drawing (two lines each, the DXF reference’s “group codes”) in constant memory. */
export function scanGroups(source: Source, visit: GroupVisitor): ScanEnd {
  const ending = lineEnding(source)
  let [base, line, size] = [0, 1, portion]
  while (base < source.size) {
    const bytes = source.read(base, base + size)
    const isLast = base + bytes.length >= source.size
    const window = scanWindow(bytes, base, ending, isLast, visit)
    line += window.lines
    if (window.end === 'told') return { how: 'told' }
    if (window.end === 'broken') return { how: 'broken', line }
    if (isLast) return { how: 'ended' }
    size = window.read ? portion : size * 2
    if (size > longestLine) return { how: 'endless', line }
    base += window.read
  }
  return { how: 'ended' }
}

/** Lines end with a line feed, in very old files with a carriage return alone. */
function lineEnding(source: Source): number {
  const head = source.read(0, 4096)
  return head.includes(lineFeed) || !head.includes(carriageReturn) ? lineFeed : carriageReturn
}

interface Window {
  /** Bytes and lines of whole groups. */
  read: number
  lines: number
  end?: 'told' | 'broken'
}

/**
 * The groups of a window; written plainly, since every byte of a drawing goes through it: signs stand as their numbers,
 * which costs less than to read them from elsewhere.
 */
function scanWindow(
  bytes: Uint8Array,
  base: number,
  ending: number,
  isLast: boolean,
  visit: GroupVisitor,
): Window {
  const length = bytes.length
  let at = 0
  let lines = 0
  while (at < length) {
    const start = at
    let code = 0
    let isNegative = false
    let isCode = false
    let byte = bytes[at]!
    while (byte !== ending) {
      // A digit; else a minus before the first one, or a blank, a tab, a carriage return.
      if (byte >= 48 && byte <= 57) {
        code = code * 10 + byte - 48
        isCode = true
      } else if (byte === 45 && !isCode) isNegative = true
      else if (byte !== 32 && byte !== 9 && byte !== 13) return { read: start, lines, end: 'broken' }
      if (++at >= length) break
      byte = bytes[at]!
    }
    if (at >= length) return { read: isLast && !isCode ? length : start, lines }
    if (!isCode) return { read: start, lines, end: 'broken' }
    const from = ++at
    while (at < length && bytes[at] !== ending) at++
    if (at >= length && !isLast) return { read: start, lines }
    const to = at > from && bytes[at - 1] === 13 ? at - 1 : at
    lines += 2
    at++
    if (visit(isNegative ? -code : code, bytes, from, to, base)) return { read: at, lines, end: 'told' }
  }
  return { read: length, lines }
}
