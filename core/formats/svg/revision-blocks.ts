import { unwritten } from '../changes'
import { type ChosenPlaces, placeFor } from '../blocks/chosen-place'
import { around, type Box, isFree } from '../blocks/free-place'
import {
  blockLines,
  type BlockName,
  blockSize,
  blockTexts,
  type DrawnBlocks,
  pitch,
  type RevisionBlocks,
} from '../blocks/layout'
import type { FileHistoryRow } from '../file-format'
import { type Patch, patched, type Source, wholeOf } from '../source'
import {
  attributeOf,
  encodedFor,
  escaped,
  insertPatch,
  readXml,
  textWithin,
  type XmlDocument,
  type XmlElement,
  XmlFault,
} from '../xml'
import { geometryOf } from './geometry'
import { pageOf, widened } from './page'

/** Our marks: what stands in these groups was drawn by the system and is found again by them. */
const ids = { carried: 'ilmenite-carried-over', live: 'ilmenite-live' } as const

/**
 * Draws the carry-over block, once for all, and the live block with its rows of now, clear of what is drawn; where
 * nothing is free, the sheet is made larger. A block that stands there already is not drawn again.
 */
export function drawRevisions(source: Source, rows: RevisionBlocks, places: ChosenPlaces = {}): DrawnBlocks {
  let document: XmlDocument
  try {
    document = readXml(wholeOf(source))
  } catch (error) {
    if (!(error instanceof XmlFault)) throw error
    const message = `the drawing cannot be read: ${error.message}`
    return { ...unwritten([{ code: 'damaged', message }]), live: 0, carriedOver: 0 }
  }
  const sheet = new Sheet(document, places)
  const carriedOver = sheet.carryOver(rows.carried)
  sheet.fill(rows.live)
  return { parts: patched(source, sheet.patches()), live: rows.live.length, carriedOver, problems: [] }
}

class Sheet {
  private readonly page: Box
  private readonly drawn: Box[]
  private readonly height: number
  private readonly added: string[] = []
  private readonly removed: XmlElement[] = []
  /** The page, as far as it has to be seen with what is drawn beside it. */
  private sheet: Box

  constructor(
    private readonly document: XmlDocument,
    private readonly places: ChosenPlaces,
  ) {
    this.page = pageOf(document.root)
    this.sheet = this.page
    const isOurs = (element: XmlElement) => Object.values(ids).some((id) => id === idOf(element))
    const { boxes, texts } = geometryOf(document, this.page, isOurs)
    this.drawn = boxes
    const heights = texts.map(({ height }) => height).sort((a, b) => a - b)
    this.height = heights[heights.length >> 1] ?? (this.page.top - this.page.bottom) / 100
  }

  private of = (block: BlockName): XmlElement | undefined =>
    this.document.elements.find((element) => idOf(element) === ids[block])

  /** How many rows the carry-over block has; one that is there is never changed. */
  carryOver(rows: readonly FileHistoryRow[]): number {
    const there = this.of('carried')
    if (there) {
      const box = boxOf(there)
      if (box) this.drawn.push(box)
      return Number(attributeOf(there, 'data-rows')?.value ?? 0)
    }
    if (rows.length) this.draw('carried', rows, this.place(rows.length))
    return rows.length
  }

  fill(rows: readonly FileHistoryRow[]): void {
    const there = this.of('live')
    const wanted = blockTexts('live', rows, this.height).map(({ text }) => text)
    const has = there?.children.filter(({ local }) => local === 'text').map(textWithin)
    if (JSON.stringify(has ?? []) === JSON.stringify(rows.length ? wanted : [])) return
    if (there) this.removed.push(there)
    if (rows.length) this.draw('live', rows, this.place(rows.length, there && boxOf(there)))
  }

  private place(count: number, before?: Box): Box {
    const size = blockSize(count, this.height)
    const same = before && { ...before, right: before.left + size.width, bottom: before.top - size.height }
    if (same && isFree(same, this.drawn)) return same
    return placeFor(size, this.sheet, this.drawn, pitch * this.height, this.places)
  }

  private draw(block: BlockName, rows: readonly FileHistoryRow[], box: Box): void {
    this.drawn.push(box)
    this.sheet = around([this.sheet, box])!
    const { prefix, height } = this
    const texts = blockTexts(block, rows, height).map(
      ({ text, x, y }) =>
        `<${prefix}text x="${short(box.left + x)}" y="${short(y - box.top)}">${escaped(text)}</${prefix}text>`,
    )
    const lines = blockLines(box, rows.length, height).map(
      ([x1, y1, x2, y2]) => `M${short(x1!)} ${short(-y1!)}L${short(x2!)} ${short(-y2!)}`,
    )
    const stroke = `fill="none" stroke="#000" stroke-width="${short(height / 20)}"`
    const own = [box.left, box.bottom, box.right, box.top].map(short).join(' ')
    this.added.push(
      `<${prefix}g id="${ids[block]}" data-rows="${rows.length}" data-box="${own}" font-family="sans-serif" font-size="${short(height)}" fill="#000">` +
        `<${prefix}path d="${lines.join('')}" ${stroke}/>${texts.join('')}</${prefix}g>`,
    )
  }

  private get prefix(): string {
    const { name } = this.document.root
    return name.includes(':') ? `${name.split(':')[0]}:` : ''
  }

  patches(): Patch[] {
    const { root } = this.document
    return [
      ...this.removed.map(({ from, to }) => ({ from, to, bytes: new Uint8Array() })),
      ...(this.added.length ? [insertPatch(root, this.added.join(''))] : []),
      ...widened(root, this.page, this.sheet).map(({ from, to, value }) => ({
        ...{ from, to, bytes: encodedFor(root, value) },
      })),
    ]
  }
}

const idOf = (element: XmlElement): string | undefined => attributeOf(element, 'id')?.value

/** The rectangle of a block that was drawn, as it says itself. */
function boxOf(element: XmlElement): Box | undefined {
  const values = (attributeOf(element, 'data-box')?.value ?? '').split(' ').map(Number)
  const [left, bottom, right, top] = values
  return values.length === 4 && values.every(Number.isFinite)
    ? { left: left!, bottom: bottom!, right: right!, top: top! }
    : undefined
}

const short = (value: number): string => String(Number(value.toFixed(3)))
