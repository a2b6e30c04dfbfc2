import { asUtf8, codePage, latin1 } from '../characters'

const windows = codePage('1252')
/** Parts of ISO 8859 by the letters of `\PA\` to `\PI\`. */
const part = (letter: string): TextDecoder => new TextDecoder(`iso-8859-${letter.charCodeAt(0) - 64}`)

const fromHex = (digits: string, size: number): string =>
  (digits.match(new RegExp(`.{${size}}`, 'g')) ?? [])
    .map((one) => Number.parseInt(one, 16))
    .map((code) => (code > 0x10ffff ? '\ufffd' : String.fromCodePoint(code)))
    .join('')

/**
 * What a string of an exchange file says (ISO 10303-21, 6.4.3): doubled quotes and backslashes, `\S\`, `\P?\`, `\X\`,
 * `\X2\`, `\X4\`. Line breaks are no part of it, wherever they stand; raw bytes are UTF-8 where they can be.
 */
export function decodeString(bytes: Uint8Array): string {
  const kept = bytes.filter((byte) => byte !== 10 && byte !== 13)
  const text = asUtf8(kept) ?? windows.decode(kept)
  let decoder: TextDecoder | undefined
  const units =
    /''|\\\\|\\P([A-I])\\|\\S\\([^])|\\X\\([\dA-F]{2})|\\X2\\((?:[\dA-F]{4})*)\\X0\\|\\X4\\((?:[\dA-F]{8})*)\\X0\\/gi
  return text.replace(units, (all, page, shifted, two, four, eight) => {
    if (all === "''") return "'"
    if (all === '\\\\') return '\\'
    if (page !== undefined) {
      decoder = part((page as string).toUpperCase())
      return ''
    }
    if (shifted !== undefined)
      return (decoder ??= part('A')).decode(Uint8Array.of((shifted as string).charCodeAt(0) + 128))
    if (two !== undefined) return String.fromCharCode(Number.parseInt(two as string, 16))
    if (four === undefined) return fromHex(eight as string, 8)
    return (four.match(/.{4}/g) ?? [])
      .map((unit: string) => String.fromCharCode(Number.parseInt(unit, 16)))
      .join('')
  })
}

/** A string as every reader understands it: plain letters as they are, all others as `\X2\` or `\X4\`. */
export function encodeString(text: string): string {
  const escaped = text
    .replace(/['\\]/g, (sign) => sign + sign)
    .replace(/[\u0080-\ud7ff\ue000-\uffff]+/g, (run) => `\\X2\\${hexOf(run, 4)}\\X0\\`)
    .replace(/[\u{10000}-\u{10ffff}]+/gu, (run) => `\\X4\\${hexOf(run, 8)}\\X0\\`)
  return `'${escaped}'`
}

const hexOf = (run: string, size: number): string =>
  Array.from(run, (letter) => letter.codePointAt(0)!.toString(16).toUpperCase().padStart(size, '0')).join('')

/** A parameter of a statement and where it stands in its bytes. */
export type Parameter = { from: number; to: number } & (
  { kind: 'string'; text: string } | { kind: 'list'; items: Parameter[] } | { kind: 'other'; text: string }
)

/** Lists within lists go no deeper than this in what is read. */
const deepest = 32

/** The parameters of a statement; what is missing at its end is left out. */
export function parameters(bytes: Uint8Array): Parameter[] {
  return listAt(bytes, 0, 0).items
}

function listAt(bytes: Uint8Array, from: number, depth: number): { items: Parameter[]; end: number } {
  const items: Parameter[] = []
  let at = from
  while (at < bytes.length) {
    at = skipBlank(bytes, at)
    const byte = bytes[at]
    if (byte === 41 || byte === undefined) return { items, end: at + 1 }
    if (byte === 44) {
      at++
      continue
    }
    const item = itemAt(bytes, at, depth)
    items.push(item)
    at = item.to
  }
  return { items, end: at }
}

function itemAt(bytes: Uint8Array, from: number, depth: number): Parameter {
  if (bytes[from] === 39) {
    let to = from + 1
    while (to < bytes.length && (bytes[to] !== 39 || bytes[to + 1] === 39)) to += bytes[to] === 39 ? 2 : 1
    return { kind: 'string', text: decodeString(bytes.subarray(from + 1, to)), from, to: to + 1 }
  }
  if (bytes[from] === 40 && depth < deepest) {
    const { items, end } = listAt(bytes, from + 1, depth + 1)
    return { kind: 'list', items, from, to: end }
  }
  let to = from + 1
  while (to < bytes.length && ![44, 41, 40, 39].includes(bytes[to]!)) to++
  return { kind: 'other', text: latin1(bytes, from, to).trim(), from, to }
}

/** Blanks and comments are skipped. */
function skipBlank(bytes: Uint8Array, from: number): number {
  let at = from
  while (at < bytes.length) {
    if (bytes[at]! <= 32) at++
    else if (bytes[at] === 47 && bytes[at + 1] === 42) {
      at += 2
      while (at < bytes.length && !(bytes[at] === 42 && bytes[at + 1] === 47)) at++
      at += 2
    } else break
  }
  return at
}
