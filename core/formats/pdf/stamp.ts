import { StandardFontEmbedder, StandardFonts } from '@cantoo/pdf-lib'
import { bytesOf, codePage } from '../characters'
import { unwritten } from '../changes'
import type { WrittenFile } from '../file-format'
import type { Source } from '../source'
import { type Appended, appendix, dictionaryObject, streamObject, textString } from './append'
import { PdfFile } from './file'
import { type PdfDictionary, type PdfObject, textOf } from './objects'
import { idOf, type PdfPage, pagesOf } from './pages'
import { nextId, problemOf, reasonAgainstAll, wholeParts } from './writing'

/** Our mark: the name of the annotation that is the stamp of a page. */
const mark = 'ilmenite-stamp'
/** How many pages are stamped. */
const most = 5000
/** In points: the height of the letters, and how far from the left and the upper edge they stand. */
const [size, left, below] = [8, 24, 8]

/**
 * Stamps every page of a document along its upper edge: an annotation (ISO 32000-1, 12.5.6.12) over the page, which
 * itself stays as it is. A page that has the stamp already is left alone, one with another stamp of ours gets this one.
 */
export function stampPages(source: Source, text: string): WrittenFile {
  try {
    const file = new PdfFile(source)
    const problem = reasonAgainstAll(file)
    return problem ? unwritten([problem]) : stamped(source, file, text)
  } catch (error) {
    return unwritten([problemOf(error)])
  }
}

function stamped(source: Source, file: PdfFile, text: string): WrittenFile {
  const stamp = new Stamp(file, text)
  const before = new Set<string>()
  for (const page of pagesOf(file, most)) before.add(stamp.put(page))
  if (!stamp.objects.length) return { parts: null, written: [], problems: [] }
  const { trailer, table } = file
  const bytes = appendix(source.size, stamp.objects, new Map(trailer.entries), table)
  const written = [{ place: 'pages', before: [...before].join(', '), after: text }]
  return { parts: [...wholeParts(source), bytes], written, problems: [] }
}

const name = (of: string): PdfObject => ({ kind: 'name', name: of })
const dictionary = (entries: Record<string, PdfObject>): PdfDictionary => ({
  kind: 'dictionary',
  entries: new Map(Object.entries(entries)),
})
const reference = (id: number): PdfObject => ({ kind: 'reference', id })

class Stamp {
  readonly objects: Appended[] = []
  private next: number
  private readonly looks = new Map<number, number>()
  private readonly width: number
  private readonly drawn: Uint8Array

  constructor(
    private readonly file: PdfFile,
    private readonly text: string,
  ) {
    this.next = nextId(file)
    const { byteOf } = codePage('1252')
    this.drawn = Uint8Array.from(text, (letter) => byteOf(letter) ?? 63)
    const font = StandardFontEmbedder.for(
      StandardFonts.Helvetica as string as Parameters<typeof StandardFontEmbedder.for>[0],
    )
    this.width = font.widthOfTextAtSize(codePage('1252').decode(this.drawn), size) + 4
  }

  /** Stamps a page that has an object of its own. @returns what stood there before, empty for nothing */
  put(page: PdfPage): string {
    const annotations = this.file.resolve(page.entries.get('Annots'))
    const list = Array.isArray(annotations) ? annotations : []
    const own = list.find((one) => this.isOurs(one))
    const before = this.contentsOf(own)
    if (page.id === undefined || before === this.text || (!own && !this.text)) return before
    const known = idOf(own)
    const id = known ?? this.next++
    this.objects.push(dictionaryObject(id, this.annotation(page)))
    if (known === undefined) this.add(page, [...list, reference(id)])
    return before
  }

  private isOurs(object: PdfObject): boolean {
    const found = this.file.resolve(this.file.dictionary(object)?.entries.get('NM'))
    return found !== null && typeof found === 'object' && 'bytes' in found && textOf(found.bytes) === mark
  }

  private contentsOf(object: PdfObject | undefined): string {
    const found = this.file.resolve(this.file.dictionary(object)?.entries.get('Contents'))
    return found !== null && typeof found === 'object' && 'bytes' in found ? textOf(found.bytes) : ''
  }

  /** The list of a page's annotations may stand in the page, or be an object that others may share. */
  private add(page: PdfPage, annotations: PdfObject[]): void {
    const own = this.file.dictionary(reference(page.id!))!
    const entries = new Map([...own.entries, ['Annots', annotations] as const])
    this.objects.push(dictionaryObject(page.id!, { kind: 'dictionary', entries }))
  }

  /** Printed with the page, and not to be moved by whoever reads it. */
  private annotation(page: PdfPage): PdfDictionary {
    const turn = turnOf(this.file, page)
    return dictionary({
      ...{ Type: name('Annot'), Subtype: name('Stamp'), NM: textString(mark) },
      ...{ Contents: textString(this.text), F: 4 + 64 + 128, P: reference(page.id!) },
      Rect: rectangle(boxOf(this.file, page), this.width, turn),
      AP: dictionary({ N: reference(this.look(turn)) }),
    })
  }

  /** How the stamp looks on pages that are turned alike. */
  private look(turn: number): number {
    const known = this.looks.get(turn)
    if (known !== undefined) return known
    const id = this.next++
    this.looks.set(turn, id)
    const hex = Array.from(this.drawn, (byte) => byte.toString(16).padStart(2, '0')).join('')
    const content = `0.3 0.25 0.45 rg BT /F ${size} Tf 2 3 Td <${hex}> Tj ET`
    const font = '<</Type /Font /Subtype /Type1 /BaseFont /Helvetica /Encoding /WinAnsiEncoding>>'
    const matrix = [
      [1, 0, 0, 1],
      [0, 1, -1, 0],
      [-1, 0, 0, -1],
      [0, -1, 1, 0],
    ][turn]!
    const head =
      `/Type /XObject /Subtype /Form /BBox [0 0 ${this.width.toFixed(2)} ${size + 4}] ` +
      `/Matrix [${matrix.join(' ')} 0 0] /Resources <</Font <</F ${font}>>>>`
    this.objects.push(streamObject(id, head, bytesOf(content)))
    return id
  }
}

/** By how many quarters a page is turned to the right when it is shown. */
function turnOf(file: PdfFile, { entries }: PdfPage): number {
  const degrees = Number(file.resolve(entries.get('Rotate')) ?? 0)
  return Number.isFinite(degrees) ? ((Math.round(degrees / 90) % 4) + 4) % 4 : 0
}

/** What is shown of a page: left, bottom, right, top. */
function boxOf(file: PdfFile, { entries }: PdfPage): [number, number, number, number] {
  for (const key of ['CropBox', 'MediaBox']) {
    const box = file.resolve(entries.get(key))
    const values = Array.isArray(box) ? box.map((one) => Number(file.resolve(one))) : []
    const [x1, y1, x2, y2] = values as [number, number, number, number]
    if (values.length === 4 && values.every(Number.isFinite))
      return [Math.min(x1, x2), Math.min(y1, y2), Math.max(x1, x2), Math.max(y1, y2)]
  }
  return [0, 0, 595, 842]
}

/** Where the stamp lies in the space of a page that is turned: in the upper left corner as it is shown. */
function rectangle(
  [x1, y1, x2, y2]: [number, number, number, number],
  width: number,
  turn: number,
): number[] {
  const high = size + 4
  const places = [
    [x1 + left, y2 - below - high, x1 + left + width, y2 - below],
    [x1 + below, y1 + left, x1 + below + high, y1 + left + width],
    [x2 - left - width, y1 + below, x2 - left, y1 + below + high],
    [x2 - below - high, y2 - left - width, x2 - below, y2 - left],
  ]
  return places[turn]!.map((value) => Number(value.toFixed(2)))
}
