import { type PdfDictionary, PdfFault } from './objects'

/** A row of a table of objects that is a stream (ISO 32000-1, 7.5.8): of type 1 at an offset, of type 2 in another. */
interface TableRow {
  id: number
  type: number
  first: number
  second: number
}

/** The rows of a table; those that are cut off are left out. @throws PdfFault where their widths make no sense. */
export function* tableRows({ entries }: PdfDictionary, bytes: Uint8Array): Generator<TableRow> {
  const numbers = (name: string) => {
    const list = entries.get(name)
    return Array.isArray(list) ? list.map(Number) : undefined
  }
  const [kind = 0, one = 0, other = 0] = numbers('W') ?? []
  const width = kind + one + other
  if (!(width > 0) || width > 24) throw new PdfFault('its table of objects is damaged')
  const sections = numbers('Index') ?? [0, Number(entries.get('Size') ?? 0)]
  let at = 0
  const field = (from: number, size: number) =>
    bytes.subarray(at + from, at + from + size).reduce((value, byte) => value * 256 + byte, 0)
  for (let section = 0; section + 1 < sections.length; section += 2)
    for (let index = 0; index < sections[section + 1]! && at + width <= bytes.length; index++, at += width)
      yield {
        id: sections[section]! + index,
        type: kind ? field(0, kind) : 1,
        first: field(kind, one),
        second: field(kind + one, other),
      }
}
