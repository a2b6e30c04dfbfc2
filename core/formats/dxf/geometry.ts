import { latin1 } from '../characters'
import type { Box } from '../blocks/free-place'
import type { Source } from '../source'
import { scanGroups } from './groups'

/** An entity as it stands in the file, with the numbers that say where it is drawn. */
export interface DrawnEntity {
  type: string
  section: string
  from: number
  to: number
  layer: string
  isPaper: boolean
  block: string
  /** Points in their order, and what they are joined by: radius, height of text, number of characters. */
  points: { x: number; y: number }[]
  size: number
  text: Uint8Array | undefined
  isClosed: boolean
}

/** What has to be known to draw something more. */
export interface Geometry {
  entities: DrawnEntity[]
  /** Where entities and layers can be added; 0 where the drawing has no such section. */
  endOfEntities: number
  endOfLayers: number
  layers: Set<string>
  /** Owners of what is drawn on the model and on the paper. */
  owners: { model: string; paper: string }
  highestHandle: number
}

/** More is not looked at; what is drawn beyond it does not count as drawn. */
const mostEntities = 300_000

/** Goes through a drawing once and tells where its entities are drawn. */
export function readGeometry(source: Source): Geometry {
  const scan = new GeometryScan()
  scanGroups(source, (code, bytes, from, to, base) => scan.take(code, bytes, from, to, base))
  return scan.geometry
}

class GeometryScan {
  readonly geometry: Geometry = {
    ...{ entities: [], endOfEntities: 0, endOfLayers: 0, layers: new Set<string>(), highestHandle: 0 },
    owners: { model: '', paper: '' },
  }
  private section = ''
  private table = ''
  private block = ''
  private entity: DrawnEntity | undefined
  private handle = ''

  take(code: number, bytes: Uint8Array, from: number, to: number, base: number): boolean {
    if (code === 0) return this.begin(latin1(bytes, from, to).trim(), base + lineStart(bytes, from))
    const { entity } = this
    if (code === 5 && this.section !== 'HEADER') this.takeHandle(latin1(bytes, from, to).trim())
    if (!entity) return false
    if (code >= 10 && code <= 13) entity.points.push({ x: number(bytes, from, to), y: 0 })
    else if (code >= 20 && code <= 23 && entity.points.length)
      entity.points.at(-1)!.y = number(bytes, from, to)
    else if (code === 40) entity.size = number(bytes, from, to)
    else if (code === 8) entity.layer = latin1(bytes, from, to)
    else if (code === 67) entity.isPaper = latin1(bytes, from, to).trim() === '1'
    else if (code === 70) entity.isClosed = number(bytes, from, to) % 2 === 1
    else if (code === 1) entity.text = bytes.slice(from, to)
    else if (code === 2) this.takeName(latin1(bytes, from, to).trim())
    return false
  }

  private takeHandle(handle: string): void {
    this.handle = handle
    this.geometry.highestHandle = Math.max(this.geometry.highestHandle, Number.parseInt(handle, 16) || 0)
  }

  private takeName(name: string): void {
    const { type } = this.entity!
    const { owners, layers } = this.geometry
    if (type === 'SECTION') this.section = name
    else if (type === 'TABLE') this.table = name
    else if (type === 'BLOCK') this.block = name
    else if (type === 'LAYER') layers.add(name)
    else if (type === 'BLOCK_RECORD' && /^\*model_space$/i.test(name)) owners.model = this.handle
    else if (type === 'BLOCK_RECORD' && /^\*paper_space$/i.test(name)) owners.paper = this.handle
    else if (type === 'INSERT') this.entity!.block = name
  }

  private begin(type: string, at: number): boolean {
    const { geometry } = this
    if (this.entity) {
      this.entity.to = at
      const isDrawn = this.section === 'ENTITIES' || this.section === 'BLOCKS'
      if (isDrawn && this.entity.points.length && geometry.entities.length < mostEntities)
        geometry.entities.push(this.entity)
    }
    if (type === 'ENDSEC' && this.section === 'ENTITIES') geometry.endOfEntities = at
    if (type === 'ENDTAB' && this.table === 'LAYER') geometry.endOfLayers = at
    if (type === 'ENDBLK') this.block = ''
    const section = this.section === 'BLOCKS' ? `block ${this.block.toLowerCase()}` : ''
    this.entity = {
      ...{ type, section, from: at, to: at, layer: '', isPaper: false, block: '', points: [], size: 0 },
      ...{ text: undefined, isClosed: false },
    }
    return type === 'EOF'
  }
}

const number = (bytes: Uint8Array, from: number, to: number): number =>
  Number.parseFloat(latin1(bytes, from, to)) || 0

/** Where the group begins whose value begins at an offset. */
function lineStart(bytes: Uint8Array, from: number): number {
  let at = from - 2
  while (at >= 0 && bytes[at] !== 10) at--
  return at + 1
}

/** The rectangles that an entity covers: each side of an outline its own, so that a frame covers no sheet. */
export function boxesOf(entity: DrawnEntity, blocks: ReadonlyMap<string, Box>): Box[] {
  const [first, second] = entity.points
  if (!first) return []
  const { type, size, text } = entity
  if (type === 'INSERT') {
    const box = blocks.get(entity.block.toLowerCase())
    return [box ? moved(box, first) : spot(first, size)]
  }
  if (type === 'CIRCLE' || type === 'ARC') return [spot(first, size)]
  if (text)
    return [
      { left: first.x, bottom: first.y, right: first.x + text.length * size * 0.9, top: first.y + size },
    ]
  if (!second) return [spot(first, size)]
  const points = entity.isClosed ? [...entity.points, first] : entity.points
  return points.slice(1).map((point, index) => between(points[index]!, point))
}

const spot = ({ x, y }: { x: number; y: number }, radius: number): Box => ({
  ...{ left: x - radius, right: x + radius, bottom: y - radius, top: y + radius },
})
const between = (a: { x: number; y: number }, b: { x: number; y: number }): Box => ({
  ...{
    left: Math.min(a.x, b.x),
    right: Math.max(a.x, b.x),
    bottom: Math.min(a.y, b.y),
    top: Math.max(a.y, b.y),
  },
})
const moved = (box: Box, { x, y }: { x: number; y: number }): Box => ({
  ...{ left: box.left + x, right: box.right + x, bottom: box.bottom + y, top: box.top + y },
})
