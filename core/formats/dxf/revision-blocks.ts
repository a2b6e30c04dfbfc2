import { bytesOf } from '../characters'
import { unwritten } from '../changes'
import type { FileHistoryRow, FileProblem } from '../file-format'
import { around, type Box, freePlace, isFree } from '../free-place'
import { type Patch, patched, type Source } from '../source'
import { readDrawing } from './contents'
import { type Header, variableOf } from './drawing'
import { boxesOf, type DrawnEntity, type Geometry, readGeometry } from './geometry'

/** Our marks: what stands on these layers was drawn by the system and is found again by them. */
const layers = { carried: 'ILMENITE-CARRIED-OVER', live: 'ILMENITE-LIVE' } as const
type Block = keyof typeof layers
const titles: Record<Block, string> = { carried: 'REVISIONS BEFORE THE VAULT', live: 'REVISIONS' }
const heads: FileHistoryRow = { revision: 'REV', date: 'DATE', by: 'BY', text: 'DESCRIPTION' }
const columns = ['revision', 'date', 'by', 'text'] as const
/** Where columns begin, how wide a block is and how far rows stand apart, in heights of text. */
const starts = [1, 9, 21, 31]
const [width, pitch] = [75, 2]

type Group = readonly [code: number, value: number | string]

export interface DrawnBlocks {
  parts: Iterable<Uint8Array> | null
  live: number
  carriedOver: number
  problems: FileProblem[]
}

/**
 * Draws the carry-over block, once for all, and the live block with its rows of now, clear of what is drawn. A block
 * that stands there already is not drawn again, so that doing it twice changes nothing.
 */
export function drawRevisions(
  source: Source,
  rows: { carried: readonly FileHistoryRow[]; live: readonly FileHistoryRow[] },
): DrawnBlocks {
  const { header, problems } = readDrawing(source)
  const geometry = readGeometry(source)
  const reason = problems[0] ?? (geometry.endOfEntities ? undefined : noEntities)
  if (reason) return { ...unwritten([reason]), live: 0, carriedOver: 0 }
  const sheet = new Sheet(header, geometry)
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
  private of = (block: Block): DrawnEntity[] =>
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
    const wanted = this.texts(rows).map(({ text }) => text)
    const has = there.flatMap(({ text }) => (text ? [this.header.coding.decode(text)] : []))
    if (JSON.stringify(has) === JSON.stringify(wanted)) return
    this.removed.push(...there)
    const before = around(there.flatMap((entity) => boxesOf({ ...entity, text: undefined }, new Map())))
    if (rows.length) this.draw('live', rows, this.place(rows.length, before))
  }

  private size = (count: number) => ({
    width: width * this.height,
    height: (count + 2) * pitch * this.height,
  })

  private place(count: number, before?: Box): Box {
    const size = this.size(count)
    const same = before && { ...before, right: before.left + size.width, bottom: before.top - size.height }
    return same && isFree(same, this.drawn) ? same : freePlace(size, this.drawn, pitch * this.height)
  }

  /** What stands in a block: a title, heads, and a row for each revision, as lines down from its top. */
  private texts(rows: readonly FileHistoryRow[], block: Block = 'live') {
    const lines = [{ ...heads, ...{ date: '', by: '', text: '', revision: titles[block] } }, heads, ...rows]
    return lines.flatMap((line, index) =>
      columns.flatMap((column, place) =>
        line[column] ? [{ text: oneLine(line[column]), index, place }] : [],
      ),
    )
  }

  private draw(block: Block, rows: readonly FileHistoryRow[], box: Box): void {
    this.drawn.push(box)
    const { height } = this
    for (const { text, index, place } of this.texts(rows, block)) {
      const [x, y] = [box.left + starts[place]! * height, box.top - (index * pitch + 1.5) * height]
      this.add(block, 'TEXT', 'AcDbText', [
        [10, x],
        [20, y],
        [30, 0],
        [40, height],
        [1, text],
      ])
    }
    for (let line = 0; line <= rows.length + 2; line++) {
      const y = box.top - line * pitch * height
      this.line(block, box.left, y, box.right, y)
    }
    for (const x of [box.left, box.right]) this.line(block, x, box.top, x, box.bottom)
  }

  private line(block: Block, x1: number, y1: number, x2: number, y2: number): void {
    this.add(block, 'LINE', 'AcDbLine', [
      [10, x1],
      [20, y1],
      [30, 0],
      [11, x2],
      [21, y2],
      [31, 0],
    ])
  }

  private get isModern(): boolean {
    return this.header.version >= 'AC1012'
  }

  private add(block: Block, type: string, kind: string, groups: Group[]): void {
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

const oneLine = (text: string): string => text.replace(/\s+/g, ' ').trim().slice(0, 60)

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
