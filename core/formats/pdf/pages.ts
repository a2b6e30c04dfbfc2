import type { PdfFile } from './file'
import type { PdfDictionary, PdfObject } from './objects'

/** A page: its own entries with those that it inherits, and the number of its object; none where it has none. */
export interface PdfPage {
  id: number | undefined
  entries: Map<string, PdfObject>
}

const inherited = ['Resources', 'MediaBox', 'CropBox', 'Rotate']
/** How many nodes of the tree of pages are looked at. */
const most = 20_000

/** The pages of a document in their order (ISO 32000-1, 7.7.3), the first ones up to a number. */
export function pagesOf(file: PdfFile, count: number): PdfPage[] {
  const root = file.dictionary(file.trailer.entries.get('Root'))
  const pages: PdfPage[] = []
  const seen = new Set<number>()
  const open: { object: PdfObject | undefined; from: Map<string, PdfObject> }[] = [
    { object: root?.entries.get('Pages'), from: new Map() },
  ]
  while (open.length && pages.length < count && seen.size < most) {
    const { object, from } = open.pop()!
    const id = idOf(object)
    const node = file.dictionary(object)
    if (!node || (id !== undefined && seen.has(id))) continue
    if (id !== undefined) seen.add(id)
    const kids = file.resolve(node.entries.get('Kids'))
    const own = handedDown(node, from)
    if (!Array.isArray(kids)) pages.push({ id, entries: new Map([...own, ...node.entries]) })
    else for (const kid of kids.slice(0, most).reverse()) open.push({ object: kid, from: own })
  }
  return pages
}

/** The number of the object that is referred to. */
export const idOf = (object: PdfObject | undefined): number | undefined =>
  object && typeof object === 'object' && 'id' in object ? object.id : undefined

function handedDown({ entries }: PdfDictionary, from: Map<string, PdfObject>): Map<string, PdfObject> {
  const own = inherited.flatMap((name) => (entries.has(name) ? [[name, entries.get(name)!] as const] : []))
  return new Map([...from, ...own])
}
