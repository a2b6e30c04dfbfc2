import type { Curve, Point } from './curves'
import { mapped, type Matrix } from './matrix'
import { round } from './round'

/** Half axes as small as this beside the other one are those of a line. */
const flat = 1e-9

/**
 * An arc of an ellipse as a path of SVG, however the plane is mapped: an ellipse stays one. Undefined where it is flat,
 * and so no arc to SVG. The path is drawn upside down, as SVG counts.
 */
export function svgArc({ centre, across, up, from, to }: Curve, matrix: Matrix) {
  const origin = mapped(matrix, { x: 0, y: 0 })
  const vector = (point: Point): Point => {
    const { x, y } = mapped(matrix, point)
    return { x: x - origin.x, y: y - origin.y }
  }
  const [middle, u, v] = [mapped(matrix, centre), vector(across), vector(up)]
  const axes = principal(u, v)
  if (!(axes.short > axes.long * flat)) return undefined
  const sweep = to <= from ? to - from + 360 : Math.min(to - from, 360)
  const at = (degrees: number) => {
    const angle = (degrees * Math.PI) / 180
    const [cosine, sine] = [Math.cos(angle), Math.sin(angle)]
    return { x: middle.x + u.x * cosine + v.x * sine, y: middle.y + u.y * cosine + v.y * sine }
  }
  const isLeft = u.x * v.y - u.y * v.x > 0
  const size = `${round(axes.long)} ${round(axes.short)} ${round(-axes.turn)}`
  const point = ({ x, y }: Point) => `${round(x)} ${round(-y)}`
  // SVG has no full turn in one arc.
  const steps = sweep > 359 ? [sweep / 2, sweep] : [sweep]
  const arcs = steps.map((step) => {
    const isLarge = step - (step === sweep && steps.length > 1 ? sweep / 2 : 0) > 180
    return `A${size} ${isLarge ? 1 : 0} ${isLeft ? 0 : 1} ${point(at(from + step))}`
  })
  return { path: `M${point(at(from))}${arcs.join('')}`, at, sweep }
}

/** The half axes of an ellipse that is given by two conjugate ones, and the turn of the longer one in degrees. */
function principal(u: Point, v: Point): { long: number; short: number; turn: number } {
  const angle = Math.atan2(2 * (u.x * v.x + u.y * v.y), u.x * u.x + u.y * u.y - v.x * v.x - v.y * v.y) / 2
  const [cosine, sine] = [Math.cos(angle), Math.sin(angle)]
  const one = { x: u.x * cosine + v.x * sine, y: u.y * cosine + v.y * sine }
  const other = { x: v.x * cosine - u.x * sine, y: v.y * cosine - u.y * sine }
  return {
    long: Math.hypot(one.x, one.y),
    short: Math.hypot(other.x, other.y),
    turn: (Math.atan2(one.y, one.x) * 180) / Math.PI,
  }
}
