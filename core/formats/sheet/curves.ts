/** Curves as points close enough that nobody sees a corner. */
export interface Point {
  x: number
  y: number
}

/** An arc of an ellipse: `across` and `up` are its half axes as vectors, angles are in degrees, to the left. */
export interface Curve {
  centre: Point
  across: Point
  up: Point
  from: number
  to: number
}

/** Points for a full turn. */
const fullTurn = 72
const radians = Math.PI / 180

/** An arc of an ellipse: `across` and `up` are its half axes as vectors, angles are in degrees. */
export function arc(centre: Point, across: Point, up: Point, from: number, to: number): Point[] {
  const sweep = to <= from ? to - from + 360 : to - from
  const count = Math.max(2, Math.ceil((Math.min(sweep, 360) / 360) * fullTurn))
  const points = new Array<Point>(count + 1)
  for (let index = 0; index <= count; index++) {
    const angle = (from + (sweep * index) / count) * radians
    const cosine = Math.cos(angle)
    const sine = Math.sin(angle)
    const x = centre.x + across.x * cosine + up.x * sine
    points[index] = { x, y: centre.y + across.y * cosine + up.y * sine }
  }
  return points
}

export const circleArc = (centre: Point, radius: number, from: number, to: number): Point[] =>
  arc(centre, { x: radius, y: 0 }, { x: 0, y: radius }, from, to)

/** From a point to the next one: straight, or along an arc whose bulge is the tangent of a quarter of its angle. */
export function bulged(from: Point, to: Point, bulge: number): Point[] {
  if (!bulge) return [to]
  const [dx, dy] = [to.x - from.x, to.y - from.y]
  const half = (1 - bulge * bulge) / (4 * bulge)
  const centre = { x: (from.x + to.x) / 2 - dy * half, y: (from.y + to.y) / 2 + dx * half }
  const radius = Math.hypot(from.x - centre.x, from.y - centre.y)
  const angle = (point: Point) => Math.atan2(point.y - centre.y, point.x - centre.x) / radians
  const [start, end] = [angle(from), angle(to)]
  const points =
    bulge > 0 ? circleArc(centre, radius, start, end) : circleArc(centre, radius, end, start).reverse()
  return points.slice(1)
}

/** A chain of points, each with the bulge of the way to the next one. */
export function chain(points: readonly (Point & { bulge?: number })[], isClosed: boolean): Point[] {
  const [first] = points
  if (!first) return []
  const all: Point[] = [{ x: first.x, y: first.y }]
  points.forEach((point, index) => {
    const next = points[index + 1] ?? (isClosed ? first : undefined)
    if (next) all.push(...bulged(point, next, point.bulge ?? 0))
  })
  return all
}

/** A rational B-spline (de Boor’s algorithm); one that lacks knots is drawn through its points. */
export function spline(
  degree: number,
  knots: readonly number[],
  points: readonly Point[],
  weights: readonly number[],
): Point[] {
  const isWhole =
    degree > 0 && degree < 12 && knots.length >= points.length + degree + 1 && points.length > degree
  if (!isWhole) return [...points]
  const [from, to] = [knots[degree]!, knots[points.length]!]
  const count = Math.min(2000, points.length * 8)
  return Array.from({ length: count + 1 }, (_, index) =>
    onSpline(degree, knots, points, weights, from + ((to - from) * index) / count),
  )
}

/** The span of knots that a parameter lies in, found by halving. */
function spanOf(degree: number, knots: readonly number[], points: number, at: number): number {
  let [low, high] = [degree, points - 1]
  while (low < high) {
    const middle = (low + high) >> 1
    if (knots[middle + 1]! <= at) low = middle + 1
    else high = middle
  }
  return low
}

function onSpline(
  degree: number,
  knots: readonly number[],
  points: readonly Point[],
  weights: readonly number[],
  at: number,
): Point {
  const span = spanOf(degree, knots, points.length, at)
  const near = Array.from({ length: degree + 1 }, (_, index) => {
    const place = span - degree + index
    const weight = weights[place] ?? 1
    return { x: points[place]!.x * weight, y: points[place]!.y * weight, weight }
  })
  for (let level = 1; level <= degree; level++)
    for (let index = degree; index >= level; index--) {
      const [low, high] = [knots[span - degree + index]!, knots[span + 1 + index - level]!]
      const share = high === low ? 0 : (at - low) / (high - low)
      const [one, other] = [near[index - 1]!, near[index]!]
      near[index] = {
        x: one.x + (other.x - one.x) * share,
        y: one.y + (other.y - one.y) * share,
        weight: one.weight + (other.weight - one.weight) * share,
      }
    }
  const { x, y, weight } = near[degree]!
  return { x: x / (weight || 1), y: y / (weight || 1) }
}

/** A smooth line through points, as one with fit points alone is drawn (Catmull and Rom’s). */
export function through(points: readonly Point[]): Point[] {
  const at = (index: number) => points[Math.max(0, Math.min(points.length - 1, index))]!
  const between = (index: number, share: number, axis: 'x' | 'y') => {
    const [a, b, c, d] = [-1, 0, 1, 2].map((offset) => at(index + offset)[axis]) as [
      number,
      number,
      number,
      number,
    ]
    const [one, two, three] = [c - a, 2 * a - 5 * b + 4 * c - d, 3 * (b - c) + d - a]
    return b + (share * (one + share * (two + share * three))) / 2
  }
  const steps = 8
  return Array.from({ length: Math.max(0, (points.length - 1) * steps) + 1 }, (_, index) => {
    const [segment, share] = [Math.floor(index / steps), (index % steps) / steps]
    return { x: between(segment, share, 'x'), y: between(segment, share, 'y') }
  })
}
