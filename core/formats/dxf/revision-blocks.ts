import { bytesOf } from '../characters'
import { unwritten } from '../changes'
import type { FileHistoryRow, FileProblem } from '../file-format'
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
import { type Patch, patched, type Source } from '../source'
import { readDrawing } from './contents'
import { type Header, variableOf } from './drawing'
import { boxesOf, type DrawnEntity, type Geometry, readGeometry } from './geometry'

/** Our marks: what stands on these layers was drawn by the system and is found again by them. */
const layers = { carried: 'ILMENITE-CARRIED-OVER', live: 'ILMENITE-LIVE' } as const

type Group = readonly [code: number, value: number | string]

/**
 * Draws the carry-over block, once for all, and the live block with its rows of now, clear of what is drawn. A block
 * that stands there already is not drawn again, so that doing it twice changes nothing.
 */
export function drawRevisions(source: Source, rows: RevisionBlocks, places: ChosenPlaces = {}): DrawnBlocks {
  const { header, problems } = readDrawing(source)
  const geometry = readGeometry(source)
  const reason = problems[0] ?? (geometry.endOfEntities ? undefined : noEntities)
  if (reason) return { ...unwritten([reason]), live: 0, carriedOver: 0 }
  const sheet = new Sheet(header, geometry, places)
  const carriedOver = sheet.carryOver(rows.carried)
  sheet.fill(rows.live)
  return { parts: patched(source, sheet.patches()), live: rows.live.length, carriedOver, problems: [] }
}

const noEntities: FileProblem = {
  code: 'damaged',
  message: 'the drawing has no section of entities to draw into',
}

class Sheet {
  private readonly drawn: Box[]
  private readonly isPaper: boolean
  private readonly height: number
  private readonly removed: DrawnEntity[] = []
  private readonly added: string[] = []
  private handle: number

  constructor(
    private readonly header: Header,
    private readonly geometry: Geometry,
    private readonly places: ChosenPlaces,
  ) {
    const seed = Number.parseInt(variableOf(header, '$HANDSEED'), 16) || 0
    this.handle = Math.max(seed, geometry.highestHandle + 1)
    const shown = geometry.entities.filter(({ section }) => !section)
    this.isPaper = shown.some(({ isPaper, type }) => isPaper && (type === 'INSERT' || type === 'TEXT'))
    const others = shown.filter((entity) => entity.isPaper === this.isPaper && !this.isOurs(entity))
    const blocks = blockBoxes(geometry)
    this.drawn = others.flatMap((entity) => boxesOf(entity, blocks))
    const heights = others.flatMap(({ text, size }) => (text && size > 0 ? [size] : [])).sort((a, b) => a - b)
    const sheet = around(this.drawn)
    this.height = heights[heights.length >> 1] ?? (sheet ? Math.max(sheet.top - sheet.bottom, 1) / 100 : 2.5)
  }

  private isOurs = ({ layer }: DrawnEntity): boolean => layer === layers.live || layer === layers.carried
  private of = (block: BlockName): DrawnEntity[] =>
    this.geometry.entities.filter(({ layer, section }) => !section && layer === layers[block])

  /** How many rows the carry-over block has; one that is there is never changed. */
  carryOver(rows: readonly FileHistoryRow[]): number {
    const there = this.of('carried')
    if (there.length) {
      this.drawn.push(...there.flatMap((entity) => boxesOf(entity, new Map())))
      const labels = there.filter(
        ({ type, points }) => type === 'TEXT' && points[0]!.x === this.firstColumn(there),
      )
      return labels.length - 2
    }
    if (rows.length) this.draw('carried', rows, this.place(rows.length))
    return rows.length
  }

  /** The title begins where the first column does. */
  private firstColumn = (there: readonly DrawnEntity[]): number =>
    Math.min(...there.flatMap(({ type, points }) => (type === 'TEXT' ? [points[0]!.x] : [])))

  fill(rows: readonly FileHistoryRow[]): void {
    const there = this.of('live')
    const wanted = blockTexts('live', rows, this.height).map(({ text }) => text)
    const has = there.flatMap(({ text }) => (text ? [this.header.coding.decode(text)] : []))
    if (JSON.stringify(has) === JSON.stringify(wanted)) return
    this.removed.push(...there)
    const before = around(there.flatMap((entity) => boxesOf({ ...entity, text: undefined }, new Map())))
    if (rows.length) this.draw('live', rows, this.place(rows.length, before))
  }

  private place(count: number, before?: Box): Box {
    const size = blockSize(count, this.height)
    const same = before && { ...before, right: before.left + size.width, bottom: before.top - size.height }
    if (same && isFree(same, this.drawn)) return same
    const sheet = around(this.drawn) ?? { left: 0, bottom: 0, right: 0, top: 0 }
    return placeFor(size, sheet, this.drawn, pitch * this.height, this.places)
  }

  private draw(block: BlockName, rows: readonly FileHistoryRow[], box: Box): void {
    this.drawn.push(box)
    for (const { text, x, y } of blockTexts(block, rows, this.height))
      this.add(block, 'TEXT', 'AcDbText', [
        [10, box.left + x],
        [20, box.top - y],
        [30, 0],
        [40, this.height],
        [1, text],
      ])
    for (const line of blockLines(box, rows.length, this.height)) this.line(block, line)
  }

  private line(block: BlockName, [x1, y1, x2, y2]: number[]): void {
    this.add(block, 'LINE', 'AcDbLine', [
      [10, x1!],
      [20, y1!],
      [30, 0],
      [11, x2!],
      [21, y2!],
      [31, 0],
    ])
  }

  private get isModern(): boolean {
    return this.header.version >= 'AC1012'
  }

  private add(block: BlockName, type: string, kind: string, groups: Group[]): void {
    const { owners } = this.geometry
    const owner = this.isPaper ? owners.paper : owners.model
    const all: Group[] = [
      [0, type],
      ...(this.isModern ? ([[5, (this.handle++).toString(16).toUpperCase()]] satisfies Group[]) : []),
      ...(this.isModern && owner ? ([[330, owner]] satisfies Group[]) : []),
      ...(this.isModern ? ([[100, 'AcDbEntity']] satisfies Group[]) : []),
      ...(this.isPaper ? ([[67, 1]] satisfies Group[]) : []),
      [8, layers[block]],
      ...(this.isModern ? ([[100, kind]] satisfies Group[]) : []),
      ...groups,
      ...(this.isModern && type === 'TEXT' ? ([[100, kind]] satisfies Group[]) : []),
    ]
    this.added.push(this.groups(all))
  }

  private groups(all: readonly Group[]): string {
    const { lineEnd } = this.header
    const value = (one: number | string) => (typeof one === 'number' ? String(Number(one.toFixed(6))) : one)
    return all.map(([code, one]) => `${String(code).padStart(3)}${lineEnd}${value(one)}${lineEnd}`).join('')
  }

  private encoded(text: string): Uint8Array {
    return this.header.coding.encode(text)
  }

  patches(): Patch[] {
    const { geometry, header } = this
    const removed = this.removed.map(({ from, to }) => ({ from, to, bytes: new Uint8Array() }))
    if (!this.added.length) return removed
    const layersAdded = this.layersToAdd()
    const seed = header.variables.find(({ name }) => name === '$HANDSEED')
    return [
      ...removed,
      { from: geometry.endOfEntities, to: geometry.endOfEntities, bytes: this.encoded(this.added.join('')) },
      ...(layersAdded
        ? [{ from: geometry.endOfLayers, to: geometry.endOfLayers, bytes: this.encoded(layersAdded) }]
        : []),
      ...(seed && this.isModern ? [{ ...seed, bytes: bytesOf(this.handle.toString(16).toUpperCase()) }] : []),
    ]
  }

  private layersToAdd(): string {
    if (!this.geometry.endOfLayers) return ''
    const missing = Object.values(layers).filter((name) => !this.geometry.layers.has(name))
    return missing
      .map((name) =>
        this.groups([
          [0, 'LAYER'],
          ...(this.isModern
            ? ([
                [5, (this.handle++).toString(16).toUpperCase()],
                [100, 'AcDbSymbolTableRecord'],
                [100, 'AcDbLayerTableRecord'],
              ] satisfies Group[])
            : []),
          ...([
            [2, name],
            [70, 0],
            [62, 7],
            [6, 'CONTINUOUS'],
          ] as const),
        ]),
      )
      .join('')
  }
}

/** The rectangles around what stands in blocks, from their own origins; blocks within them count by their own place. */
function blockBoxes({ entities }: Geometry): Map<string, Box> {
  const boxes = new Map<string, Box>()
  for (const entity of entities) {
    if (!entity.section.startsWith('block ')) continue
    const name = entity.section.slice('block '.length)
    const before = boxes.get(name)
    const box = around([...(before ? [before] : []), ...boxesOf(entity, boxes)])
    if (box) boxes.set(name, box)
  }
  return boxes
}
