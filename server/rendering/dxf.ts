import DxfParser, { type IDxf, type IEntity } from 'dxf-parser'
import { degrees, type PDFPage, rgb, StandardFonts } from '@cantoo/pdf-lib'
import { printable } from './printable'
import { RenderingError, type SheetKind } from './sheet-kind'

type Point = { x: number; y: number }
/** Where something of a drawing comes on the page. */
type Placed = (point: Point) => Point

/** The longer side of the page in points (A3), and the margin around. */
const longest = 1190
const margin = 40
const ink = rgb(0.1, 0.1, 0.12)

/** What a drawing is made of, as its parser gives it; every kind has some of these. */
type Entity = IEntity & {
  vertices?: Point[]
  shape?: boolean
  center?: Point
  radius?: number
  startAngle?: number
  endAngle?: number
  startPoint?: Point
  position?: Point
  text?: string
  textHeight?: number
  height?: number
  rotation?: number
  name?: string
  xScale?: number
  yScale?: number
}

/** The drawing of a DXF: lines, polylines, circles, arcs and texts, blocks among them. */
export const dxf: SheetKind = async (bytes, into) => {
  const drawing = parsed(bytes)
  const shapes = flat(drawing, (drawing.entities ?? []) as Entity[], (point) => point, 1, 0)
  const points = shapes.flatMap(({ points }) => points)
  if (points.length === 0) throw new RenderingError('there is nothing in the drawing that can be drawn')
  const [xs, ys] = [points.map(({ x }) => x), points.map(({ y }) => y)]
  const [left, bottom] = [least(xs), least(ys)]
  const [wide, high] = [most(xs) - left || 1, most(ys) - bottom || 1]
  const scale = (longest - 2 * margin) / Math.max(wide, high)
  const page = into.addPage([wide * scale + 2 * margin, high * scale + 2 * margin])
  const font = await into.embedFont(StandardFonts.Helvetica)
  const at: Placed = ({ x, y }) => ({ x: (x - left) * scale + margin, y: (y - bottom) * scale + margin })
  for (const { points: line, text } of shapes)
    if (text) {
      const options = { ...at(line[0]!), size: Math.max(1, text.height * scale), font, color: ink }
      page.drawText(printable(text.value), { ...options, rotate: degrees(text.turned) })
    } else drawLine(page, line.map(at))
}

function parsed(bytes: Buffer): IDxf {
  try {
    const drawing = new DxfParser().parseSync(bytes.toString('utf8'))
    if (drawing) return drawing
  } catch (cause) {
    throw new RenderingError(`the drawing cannot be read: ${(cause as Error).message}`, { cause })
  }
  throw new RenderingError('the drawing cannot be read: there is none in the file')
}

function drawLine(page: PDFPage, line: Point[]): void {
  for (let at = 1; at < line.length; at++)
    page.drawLine({ start: line[at - 1]!, end: line[at]!, thickness: 0.7, color: ink })
}

const least = (values: number[]): number => values.reduce((a, b) => Math.min(a, b), Infinity)
const most = (values: number[]): number => values.reduce((a, b) => Math.max(a, b), -Infinity)

interface Drawn {
  points: Point[]
  text?: { value: string; height: number; turned: number }
}

/** How deep blocks may stand in blocks. */
const deepest = 8

/** The entities as lines and texts where they stand; what is in a block, where the block is put. */
function flat(drawing: IDxf, entities: Entity[], placed: Placed, scale: number, depth: number): Drawn[] {
  return entities.flatMap((entity): Drawn[] => {
    if (entity.type === 'INSERT') return inserted(drawing, entity, placed, scale, depth)
    const value = entity.text
    const start = entity.startPoint ?? entity.position
    if (value !== undefined && start) {
      const height = (entity.textHeight ?? entity.height ?? 2.5) * scale
      return [{ points: [placed(start)], text: { value, height, turned: entity.rotation ?? 0 } }]
    }
    const line = lineOf(entity)
    return line.length ? [{ points: line.map(placed) }] : []
  })
}

function inserted(drawing: IDxf, entity: Entity, placed: Placed, scale: number, depth: number): Drawn[] {
  const block = drawing.blocks?.[entity.name ?? '']
  if (!block || depth >= deepest) return []
  const { position = { x: 0, y: 0 }, xScale = 1, yScale = 1, rotation = 0 } = entity
  const [turn, base] = [(rotation * Math.PI) / 180, block.position ?? { x: 0, y: 0 }]
  const within: Placed = ({ x, y }) => {
    const [dx, dy] = [(x - base.x) * xScale, (y - base.y) * yScale]
    return placed({
      x: position.x + dx * Math.cos(turn) - dy * Math.sin(turn),
      y: position.y + dx * Math.sin(turn) + dy * Math.cos(turn),
    })
  }
  return flat(drawing, (block.entities ?? []) as Entity[], within, scale * Math.abs(xScale), depth + 1)
}

/** How many pieces a circle is drawn in. */
const pieces = 48

function lineOf({
  vertices,
  shape,
  center,
  radius,
  startAngle = 0,
  endAngle = 2 * Math.PI,
}: Entity): Point[] {
  if (vertices?.length) return shape ? [...vertices, vertices[0]!] : vertices
  if (!center || !radius) return []
  const sweep = endAngle > startAngle ? endAngle - startAngle : endAngle - startAngle + 2 * Math.PI
  return Array.from({ length: pieces + 1 }, (_, index) => {
    const angle = startAngle + (sweep * index) / pieces
    return { x: center.x + radius * Math.cos(angle), y: center.y + radius * Math.sin(angle) }
  })
}
