import { plainParagraphs, plainText } from '../dxf/text'
import { chain, type Curve, type Point, spline, through } from './curves'
import { type DrawingEntity, numberAt, numbersAt, pointsAt, textAt } from './entities'
import { hatchRings } from './hatch'

/** What is drawn: a line through points, an area, or words. */
export type Shape =
  | { kind: 'line'; points: Point[] }
  | ({ kind: 'curve' } & Curve)
  | { kind: 'area'; rings: Point[][]; pattern?: { angle: number; distance: number } }
  | Words

export interface Words {
  kind: 'words'
  lines: string[]
  at: Point
  height: number
  turn: number
  width: number
  anchor: Anchor
  /** The place of the file that they show, such as `field:REV`. */
  place?: string
}

/** Where words stand to their point: from 0 (left, top) over a half to 1 (right, bottom). */
export interface Anchor {
  across: 0 | 0.5 | 1
  down: 0 | 0.5 | 1
}

type Drawer = (entity: DrawingEntity) => Shape[]

const pointAt = (entity: DrawingEntity, code: number): Point => ({
  x: numberAt(entity, code),
  y: numberAt(entity, code + 10),
})
const curve = (one: Curve): Shape[] => [{ kind: 'curve', ...one }]
const line = (points: Point[]): Shape[] => (points.length ? [{ kind: 'line', points }] : [])
const isFlag = (entity: DrawingEntity, bit: number): boolean => (numberAt(entity, 70) & bit) > 0

function ellipse(entity: DrawingEntity): Shape[] {
  const [across, ratio] = [pointAt(entity, 11), numberAt(entity, 40, 1)]
  const [from, to] = [numberAt(entity, 41), numberAt(entity, 42, 2 * Math.PI)].map(
    (angle) => (angle * 180) / Math.PI,
  )
  const up = { x: -across.y * ratio, y: across.x * ratio }
  return curve({ centre: pointAt(entity, 10), across, up, from: from!, to: to! })
}

function round(entity: DrawingEntity, from: number, to: number): Shape[] {
  const radius = numberAt(entity, 40)
  return curve({
    centre: pointAt(entity, 10),
    across: { x: radius, y: 0 },
    up: { x: 0, y: radius },
    from,
    to,
  })
}

/** Each vertex of a light polyline begins with its x; its bulge stands behind it. */
function lightPolyline(entity: DrawingEntity): Shape[] {
  const points: (Point & { bulge: number })[] = []
  for (const [code, value] of entity.groups) {
    const number = Number.parseFloat(value) || 0
    if (code === 10) points.push({ x: number, y: 0, bulge: 0 })
    else if (code === 20 && points.length) points.at(-1)!.y = number
    else if (code === 42 && points.length) points.at(-1)!.bulge = number
  }
  return line(chain(points, isFlag(entity, 1)))
}

function splineShape(entity: DrawingEntity): Shape[] {
  const [control, fit] = [pointsAt(entity, 10), pointsAt(entity, 11)]
  if (!control.length) return fit.length ? line(through(isFlag(entity, 1) ? [...fit, fit[0]!] : fit)) : []
  return line(spline(numberAt(entity, 71, 3), numbersAt(entity, 40), control, numbersAt(entity, 41)))
}

/** A filled shape with three or four corners; those of a solid stand crosswise. */
function solid(entity: DrawingEntity, order: readonly number[]): Shape[] {
  const points = order.map((code) => pointAt(entity, code))
  return [{ kind: 'area', rings: [points] }]
}

const across = [0, 0.5, 1, 0, 0.5, 0] as const
const down = [1, 1, 0.5, 0] as const

/** A line of words; where it is aligned its second point counts. */
function words(entity: DrawingEntity, vertical: number, place?: string): Shape[] {
  const [horizontal, up] = [numberAt(entity, 72), numberAt(entity, vertical)]
  const isAligned = (horizontal > 0 || up > 0) && textAt(entity, 11) !== undefined
  const isBetween = horizontal === 3 || horizontal === 5
  const text = plainText(textAt(entity, 1) ?? '')
  if (!text.trim() && place === undefined) return []
  const anchor = { across: across[horizontal] ?? 0, down: horizontal === 4 ? 0.5 : (down[up] ?? 1) } as const
  return [
    {
      ...{
        kind: 'words',
        lines: [text],
        height: numberAt(entity, 40, 2.5),
        turn: numberAt(entity, 50),
        anchor,
      },
      ...{
        at: pointAt(entity, isAligned && !isBetween ? 11 : 10),
        width: numberAt(entity, 41, 1) || 1,
        place,
      },
    },
  ]
}

/** More lines of one text are not drawn. */
const mostLines = 1000

function paragraphs(entity: DrawingEntity): Shape[] {
  const raw = entity.groups.flatMap(([code, value]) => (code === 3 || code === 1 ? [value] : [])).join('')
  const text = plainParagraphs(raw)
  if (!text.trim()) return []
  const place = numberAt(entity, 71, 1) - 1
  const direction = pointAt(entity, 11)
  const turn =
    textAt(entity, 11) === undefined
      ? numberAt(entity, 50)
      : (Math.atan2(direction.y, direction.x) * 180) / Math.PI
  const anchor = {
    across: ([0, 0.5, 1] as const)[place % 3] ?? 0,
    down: ([0, 0.5, 1] as const)[Math.floor(place / 3)] ?? 0,
  }
  return [
    {
      ...{
        kind: 'words',
        lines: text.split('\n').slice(0, mostLines),
        at: pointAt(entity, 10),
        turn,
        width: 1,
        anchor,
      },
      height: numberAt(entity, 40, 2.5),
    },
  ]
}

function hatch(entity: DrawingEntity): Shape[] {
  const rings = hatchRings(entity)
  if (!rings.length) return []
  if (isFlag(entity, 1)) return [{ kind: 'area', rings }]
  const distance = Math.hypot(numberAt(entity, 45), numberAt(entity, 46)) || 3
  return [{ kind: 'area', rings, pattern: { angle: numberAt(entity, 53), distance } }]
}

/** How each type of entity is drawn; blocks and dimensions are put together from such. */
export const drawers: Record<string, Drawer> = {
  LINE: (entity) => line([pointAt(entity, 10), pointAt(entity, 11)]),
  POINT: (entity) => line([pointAt(entity, 10), pointAt(entity, 10)]),
  CIRCLE: (entity) => round(entity, 0, 360),
  ARC: (entity) => round(entity, numberAt(entity, 50), numberAt(entity, 51)),
  ELLIPSE: ellipse,
  LWPOLYLINE: lightPolyline,
  SPLINE: splineShape,
  SOLID: (entity) => solid(entity, [10, 11, 13, 12]),
  TRACE: (entity) => solid(entity, [10, 11, 13, 12]),
  '3DFACE': (entity) => line([10, 11, 12, 13, 10].map((code) => pointAt(entity, code))),
  LEADER: (entity) => line(pointsAt(entity, 10)),
  TEXT: (entity) => words(entity, 73),
  ATTRIB: (entity) => (isFlag(entity, 1) ? [] : words(entity, 74, `field:${textAt(entity, 2) ?? ''}`)),
  MTEXT: paragraphs,
  HATCH: hatch,
}

/** Types of which only the x axis is turned round where they are seen from behind. */
export const fromBehind = [
  'CIRCLE',
  'ARC',
  'LWPOLYLINE',
  'POLYLINE',
  'TEXT',
  'ATTRIB',
  'INSERT',
  'SOLID',
  'TRACE',
  'HATCH',
]

/** A polyline whose vertices are entities of their own; a mesh is drawn by its faces. */
export function polyline(entity: DrawingEntity, vertices: readonly DrawingEntity[]): Shape[] {
  const point = (vertex: DrawingEntity) => ({ ...pointAt(vertex, 10), bulge: numberAt(vertex, 42) })
  if (!isFlag(entity, 64)) {
    const kept = vertices.filter((vertex) => !isFlag(vertex, 16))
    return line(chain(kept.map(point), isFlag(entity, 1)))
  }
  const corners = vertices.filter((vertex) => isFlag(vertex, 64)).map(point)
  const faces = vertices.filter((vertex) => !isFlag(vertex, 64) && isFlag(vertex, 128))
  return faces.flatMap((face) => {
    const around = [71, 72, 73, 74].flatMap((code) => corners[Math.abs(numberAt(face, code)) - 1] ?? [])
    return line(chain(around, true))
  })
}
