import { deflateSync, inflateSync } from 'fflate'
import { asUtf8, bytesOf, latin1 } from './characters'
import { inflated, mostUnpacked } from './inflate'
import { joined, type Source } from './source'

/** An entry of a ZIP file (APPNOTE 6.3) and where it stands. */
export interface ZipEntry {
  name: string
  method: number
  flags: number
  crc: number
  packed: number
  size: number
  at: number
  /** Its record in the central directory. */
  record: Uint8Array
}

/** Why a ZIP file could not be read. */
export class ZipFault extends Error {}

const marks = { entry: 0x04034b50, record: 0x02014b50, end: 0x06054b50 }
const lengths = { entry: 30, record: 46, end: 22 }
/** The largest directory, and the largest entry that is unpacked at once. */
const most = { small: 4 << 20, directory: 32 << 20 }
const stored = 0
const deflated = 8

const view = (bytes: Uint8Array): DataView => new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)

/** The entries of a ZIP file, from its central directory. @throws ZipFault where it has none that can be read. */
export function zipEntries(source: Source): ZipEntry[] {
  const { at, size } = directoryOf(source)
  const bytes = source.read(at, at + size).slice()
  const data = view(bytes)
  const entries: ZipEntry[] = []
  for (let from = 0; from + lengths.record <= bytes.length;) {
    if (data.getUint32(from, true) !== marks.record) break
    const [name, extra, comment] = [28, 30, 32].map((offset) => data.getUint16(from + offset, true))
    const to = from + lengths.record + name! + extra! + comment!
    const record = bytes.subarray(from, to)
    const raw = bytes.subarray(from + lengths.record, from + lengths.record + name!)
    const [packed, unpacked, offset] = [20, 24, 42].map((field) => data.getUint32(from + field, true))
    entries.push({
      name: asUtf8(raw) ?? latin1(raw),
      ...{ flags: data.getUint16(from + 8, true), method: data.getUint16(from + 10, true) },
      ...{ crc: data.getUint32(from + 16, true), packed: packed!, size: unpacked!, at: offset!, record },
    })
    from = to
  }
  return entries
}

/** Indexes entries by name. The first of two equal names wins. */
export function entriesByName(entries: readonly ZipEntry[]): Map<string, ZipEntry> {
  const byName = new Map<string, ZipEntry>()
  for (const entry of entries) if (!byName.has(entry.name)) byName.set(entry.name, entry)
  return byName
}

/** Where the central directory stands: told by a record at the very end, before a comment perhaps. */
function directoryOf(source: Source): { at: number; size: number; end: Uint8Array } {
  const from = Math.max(0, source.size - 65_557)
  const tail = source.read(from, source.size).slice()
  const data = view(tail)
  for (let at = tail.length - lengths.end; at >= 0; at--) {
    if (data.getUint32(at, true) !== marks.end) continue
    const [size, offset] = [data.getUint32(at + 12, true), data.getUint32(at + 16, true)]
    if (offset === 0xffffffff) throw new ZipFault('it is larger than is read (ZIP64)')
    if (offset + size > source.size || size > most.directory) continue
    return { at: offset, size, end: tail.subarray(at) }
  }
  throw new ZipFault('its list of entries is missing: the file may be cut off')
}

/** What an entry holds. @throws ZipFault where it is encrypted, damaged, or larger than is unpacked. */
export function unpack(source: Source, entry: ZipEntry): Uint8Array {
  if (entry.flags & 1) throw new ZipFault(`${entry.name} is encrypted`)
  const head = view(source.read(entry.at, entry.at + lengths.entry))
  if (head.byteLength < lengths.entry || head.getUint32(0, true) !== marks.entry)
    throw new ZipFault(`${entry.name} is not where the list of entries says`)
  const from = entry.at + lengths.entry + head.getUint16(26, true) + head.getUint16(28, true)
  const packed = source.read(from, Math.min(from + entry.packed, from + mostUnpacked)).slice()
  if (packed.length < entry.packed) throw new ZipFault(`${entry.name} is cut off`)
  if (entry.method === stored) return packed
  if (entry.method !== deflated) throw new ZipFault(`${entry.name} is packed in a way that is not read`)
  const bytes = entry.size < most.small ? small(packed, entry) : unpacked(packed, entry.name)
  if (bytes.length !== entry.size) throw new ZipFault(`${entry.name} is not as long as it says`)
  return bytes
}

/** Unpacks into as much room as an entry says it takes, and one byte more, which shows when that is not true. */
function small(packed: Uint8Array, { name, size }: ZipEntry): Uint8Array {
  try {
    return inflateSync(packed, { out: new Uint8Array(size + 1) })
  } catch (cause) {
    throw new ZipFault(`${name} is damaged`, { cause })
  }
}

function unpacked(packed: Uint8Array, name: string): Uint8Array {
  const { bytes, end, cause } = inflated(packed, true)
  if (end === 'damaged') throw new ZipFault(`${name} is damaged`, { cause })
  if (end === 'too much') throw new ZipFault(`${name} unpacks to more than ${mostUnpacked >> 20} MB`)
  return bytes
}

const table = Uint32Array.from({ length: 256 }, (_, index) => {
  let value = index
  for (let bit = 0; bit < 8; bit++) value = value & 1 ? (value >>> 1) ^ 0xedb88320 : value >>> 1
  return value
})

/** The checksum of ZIP files. */
function crc32(bytes: Uint8Array): number {
  let crc = 0xffffffff
  for (let at = 0; at < bytes.length; at++) crc = table[(crc ^ bytes[at]!) & 255]! ^ (crc >>> 8)
  return (crc ^ 0xffffffff) >>> 0
}

/**
 * A ZIP file with some entries replaced or added: every other entry is copied as it is packed, in its order; one that
 * was stored stays stored.
 */
export function* repacked(source: Source, contents: ReadonlyMap<string, Uint8Array>): Generator<Uint8Array> {
  const entries = zipEntries(source)
  const directory = directoryOf(source)
  const starts = [...entries.map(({ at }) => at), directory.at].sort((a, b) => a - b)
  const names = entriesByName(entries)
  const records: Uint8Array[] = []
  let [at, next] = [0, 0]
  for (const entry of [...entries].sort((a, b) => a.at - b.at)) {
    const content = contents.get(entry.name)
    while (starts[next]! <= entry.at) next++
    const to = starts[next] ?? directory.at
    const part = content
      ? local(source, entry, content)
      : { bytes: source.read(entry.at, to).slice(), record: entry.record.slice() }
    view(part.record).setUint32(42, at, true)
    records.push(part.record)
    yield part.bytes
    at += part.bytes.length
  }
  for (const [name, content] of contents) {
    if (names.has(name)) continue
    const part = fresh(name, content)
    view(part.record).setUint32(42, at, true)
    records.push(part.record)
    yield part.bytes
    at += part.bytes.length
  }
  yield* records
  yield ending(directory.end, records, at)
}

interface Packed {
  bytes: Uint8Array
  record: Uint8Array
}

/** An entry with another content: its names, times and attributes stay. */
function local(source: Source, entry: ZipEntry, content: Uint8Array): Packed {
  const head = source.read(entry.at, entry.at + lengths.entry).slice()
  const names = view(head).getUint16(26, true) + view(head).getUint16(28, true)
  const from = entry.at + lengths.entry
  return put([head, source.read(from, from + names).slice()], entry.record.slice(), content, entry.method)
}

function fresh(name: string, content: Uint8Array): Packed {
  const named = bytesOf(name)
  const [head, record] = [new Uint8Array(lengths.entry), new Uint8Array(lengths.record + named.length)]
  const [local, central] = [view(head), view(record)]
  local.setUint32(0, marks.entry, true)
  central.setUint32(0, marks.record, true)
  for (const [data, offset] of [
    [local, 4],
    [central, 4],
    [central, 6],
  ] as const)
    data.setUint16(offset, 20, true)
  local.setUint16(26, named.length, true)
  central.setUint16(28, named.length, true)
  // 1 January 1980, the first day that can be said: what is written twice is the same twice.
  local.setUint16(12, 33, true)
  central.setUint16(14, 33, true)
  record.set(named, lengths.record)
  return put([head, named], record, content, deflated)
}

function put(front: readonly Uint8Array[], record: Uint8Array, content: Uint8Array, method: number): Packed {
  const packed = method === stored ? content : deflateSync(content)
  const how = method === stored ? stored : deflated
  for (const [data, offset] of [
    [view(front[0]!), 6],
    [view(record), 8],
  ] as const) {
    data.setUint16(offset, data.getUint16(offset, true) & ~8, true)
    data.setUint16(offset + 2, how, true)
    ;[crc32(content), packed.length, content.length].forEach((value, index) =>
      data.setUint32(offset + 8 + index * 4, value, true),
    )
  }
  return { bytes: joined([...front, packed]), record }
}

function ending(before: Uint8Array, records: readonly Uint8Array[], at: number): Uint8Array {
  const end = before.slice()
  const data = view(end)
  data.setUint16(8, records.length, true)
  data.setUint16(10, records.length, true)
  data.setUint32(
    12,
    records.reduce((sum, { length }) => sum + length, 0),
    true,
  )
  data.setUint32(16, at, true)
  return end
}
