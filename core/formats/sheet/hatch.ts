import { arc, chain, circleArc, type Point, spline } from './curves'
import type { DrawingEntity } from './entities'

/** Reads the groups of a hatch one after the other: their order says what they are. */
class Groups {
  private at = 0
  /** Codes that do not occur again. Each is searched to the end only once. */
  private readonly gone = new Set<number>()

  constructor(private readonly groups: DrawingEntity['groups']) {}

  /** Goes on to the next group of a code, and answers its number; undefined where there is none. */
  next(code: number): number | undefined {
    if (this.gone.has(code)) return undefined
    let found = this.at
    while (found < this.groups.length && this.groups[found]![0] !== code) found++
    if (found >= this.groups.length) {
      this.gone.add(code)
      return undefined
    }
    this.at = found + 1
    return Number.parseFloat(this.groups[found]![1]) || 0
  }

  /** The number of the very next group, if it has a code. */
  then(code: number): number | undefined {
    return this.groups[this.at]?.[0] === code ? this.next(code) : undefined
  }

  /** So many of something, fewer where they are not there: a count may lie. */
  some<T>(count: number, code: number, read: (first: number) => T): T[] {
    const all: T[] = []
    for (let index = 0; index < count; index++) {
      const first = this.next(code)
      if (first === undefined) break
      all.push(read(first))
    }
    return all
  }

  point(code: number): Point {
    return { x: this.next(code) ?? 0, y: this.next(code + 10) ?? 0 }
  }
}

/** More rings and corners than this are not drawn. */
const most = { rings: 10_000, corners: 100_000 }

/** The rings that bound a hatch (DXF reference, boundary path data). */
export function hatchRings({ groups }: DrawingEntity): Point[][] {
  const reader = new Groups(groups)
  const count = Math.min(reader.next(91) ?? 0, most.rings)
  const rings: Point[][] = []
  for (let ring = 0; ring < count; ring++) {
    const flags = reader.next(92)
    if (flags === undefined) break
    rings.push(flags & 2 ? polylineRing(reader) : edgeRing(reader))
  }
  return rings.filter(({ length }) => length > 2)
}

function polylineRing(reader: Groups): Point[] {
  const hasBulge = (reader.next(72) ?? 0) > 0
  reader.next(73)
  const count = Math.min(reader.next(93) ?? 0, most.corners)
  const points = reader.some(count, 10, (x) => {
    const y = reader.next(20) ?? 0
    return { x, y, bulge: (hasBulge ? reader.then(42) : undefined) ?? 0 }
  })
  return chain(points, true)
}

function edgeRing(reader: Groups): Point[] {
  const count = Math.min(reader.next(93) ?? 0, most.corners)
  const points: Point[] = []
  for (let edge = 0; edge < count; edge++) {
    const type = reader.next(72)
    if (type === 1) points.push(reader.point(10), reader.point(11))
    else if (type === 2) points.push(...arcEdge(reader))
    else if (type === 3) points.push(...ellipseEdge(reader))
    else if (type === 4) points.push(...splineEdge(reader))
    else break
  }
  return points
}

/** Angles run clockwise where the edge says so. */
function run(reader: Groups, drawn: (from: number, to: number) => Point[]): Point[] {
  const [from, to, isCounter] = [reader.next(50) ?? 0, reader.next(51) ?? 360, (reader.next(73) ?? 1) > 0]
  return isCounter ? drawn(from, to) : drawn(-to, -from).reverse()
}

function arcEdge(reader: Groups): Point[] {
  const [centre, radius] = [reader.point(10), reader.next(40) ?? 0]
  return run(reader, (from, to) => circleArc(centre, radius, from, to))
}

function ellipseEdge(reader: Groups): Point[] {
  const [centre, across, ratio] = [reader.point(10), reader.point(11), reader.next(40) ?? 1]
  return run(reader, (from, to) =>
    arc(centre, across, { x: -across.y * ratio, y: across.x * ratio }, from, to),
  )
}

function splineEdge(reader: Groups): Point[] {
  const degree = reader.next(94) ?? 3
  const [knots, points] = [reader.next(95) ?? 0, reader.next(96) ?? 0].map((count) =>
    Math.min(count, most.corners),
  )
  const values = reader.some(knots!, 40, (knot) => knot)
  const control = reader.some(points!, 10, (x) => ({ x, y: reader.next(20) ?? 0 }))
  return spline(degree, values, control, [])
}
