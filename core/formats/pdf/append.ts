import { bytesOf } from '../characters'
import { joined } from '../source'
import type { PdfObject } from './objects'

const hex = (bytes: Uint8Array): string =>
  Array.from(bytes, (byte) => byte.toString(16).padStart(2, '0'))
    .join('')
    .toUpperCase()

/** A text string in UTF-16, as every reader of PDF understands it. */
export function textString(text: string): PdfObject {
  const bytes = [
    0xfe,
    0xff,
    ...text.split('').flatMap((unit) => [unit.charCodeAt(0) >> 8, unit.charCodeAt(0) & 255]),
  ]
  return { kind: 'string', bytes: Uint8Array.from(bytes) }
}

/** An object as it is written. */
export function serialized(object: PdfObject): string {
  if (object === null || typeof object !== 'object') return String(object)
  if (Array.isArray(object)) return `[${object.map(serialized).join(' ')}]`
  if (object.kind === 'name') return nameOf(object.name)
  if (object.kind === 'string') return `<${hex(object.bytes)}>`
  if (object.kind === 'reference') return `${object.id} 0 R`
  return `<<${[...object.entries].map(([name, value]) => `${nameOf(name)} ${serialized(value)}`).join(' ')}>>`
}

const nameOf = (name: string): string =>
  `/${name.replace(/[^!"$&'*-.0-;=?-Z\\^-z|~]/g, (sign) => `#${hex(Uint8Array.of(sign.charCodeAt(0)))}`)}`

/** An object to be appended: its number, and its bytes. */
export interface Appended {
  id: number
  bytes: Uint8Array
}

export const dictionaryObject = (id: number, object: PdfObject): Appended => ({
  id,
  bytes: bytesOf(`${id} 0 obj\n${serialized(object)}\nendobj\n`),
})

export const streamObject = (id: number, entries: string, content: Uint8Array): Appended => ({
  id,
  bytes: joined([
    bytesOf(`${id} 0 obj\n<<${entries} /Length ${content.length}>>\nstream\n`),
    content,
    bytesOf('\nendstream\nendobj\n'),
  ]),
})

/**
 * What is appended to a file of a size, so that some of its objects are others (ISO 32000-1, 7.5.6): everything that
 * was in it stays byte for byte. The table is of the kind that the file has.
 */
export function appendix(
  size: number,
  objects: readonly Appended[],
  trailer: ReadonlyMap<string, PdfObject>,
  table: { at: number; isStream: boolean },
): Uint8Array {
  const front = bytesOf('\n')
  let at = size + front.length
  const places = objects.map(({ id, bytes }) => {
    const place = { id, at }
    at += bytes.length
    return place
  })
  const kept = ['Root', 'Info', 'ID'].flatMap((name) =>
    trailer.has(name) ? [[name, trailer.get(name)!] as const] : [],
  )
  const entries = new Map<string, PdfObject>([...kept, ['Prev', table.at]])
  const next = Math.max(Number(trailer.get('Size') ?? 0), ...places.map(({ id }) => id + 1))
  const end = table.isStream ? tableStream(places, entries, next, at) : tableText(places, entries, next)
  return joined([front, ...objects.map(({ bytes }) => bytes), end, bytesOf(`startxref\n${at}\n%%EOF\n`)])
}

interface Place {
  id: number
  at: number
}

function tableText(places: readonly Place[], entries: Map<string, PdfObject>, size: number): Uint8Array {
  const rows = places.map(({ id, at }) => `${id} 1\n${String(at).padStart(10, '0')} 00000 n \n`)
  entries.set('Size', size)
  return bytesOf(`xref\n${rows.join('')}trailer\n${serialized({ kind: 'dictionary', entries })}\n`)
}

function tableStream(
  places: readonly Place[],
  entries: Map<string, PdfObject>,
  id: number,
  at: number,
): Uint8Array {
  const all = [...places, { id, at }].sort((a, b) => a.id - b.id)
  const rows = all.flatMap((place) =>
    [1, 24, 16, 8, 0].map((shift, index) => (index ? (place.at / 2 ** shift) & 255 : 1)),
  )
  const index = all.map((place) => `${place.id} 1`).join(' ')
  const others = [...entries].map(([name, value]) => `${nameOf(name)} ${serialized(value)}`).join(' ')
  const head = `/Type /XRef /W [1 4 0] /Index [${index}] /Size ${id + 1} ${others}`
  return streamObject(id, head, Uint8Array.from(rows)).bytes
}
