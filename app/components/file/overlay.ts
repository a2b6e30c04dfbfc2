/** A picture of a page: four bytes a point, red, green, blue and how opaque it is, line by line from the top. */
export interface Points {
  data: Uint8ClampedArray
  width: number
  height: number
}

/** Two pictures in one, and in how many spots something was added or removed. */
export interface Overlaid {
  points: Points
  added: number
  removed: number
}

/** How far two points may be apart in lightness and still be the same: edges are smoothed differently. */
const tolerance = 56
/** Differences nearer to each other than this, in points, are one spot. */
const spot = 16
const colours = { added: [76, 63, 115], removed: [168, 66, 31] } as const
/** How much is left of what stands in both. */
const faint = 0.35

/**
 * Lays a picture over an earlier one of the same size. What became darker was added, what became lighter removed,
 * which is drawn in stripes besides, so that it is told apart without its colour; the rest is faint. A line that is
 * smoothed into the point beside it is the same line.
 */
export function overlaid(before: Points, after: Points): Overlaid {
  const { width, height } = after
  const [old, now] = [lightness(before), lightness(after)]
  const points = { data: new Uint8ClampedArray(width * height * 4), width, height }
  const spots = { added: new Spots(width), removed: new Spots(width) }
  for (let at = 0; at < now.length; at++) {
    const [x, y] = [at % width, Math.floor(at / width)]
    const change = changeAt(old, now, at, width)
    if (change) spots[change].add(x, y)
    const isStripe = change === 'removed' && ((x + y) >> 2) % 2 === 1
    const paint = change && !isStripe ? colours[change] : grey(change ? 255 : now[at]!)
    points.data.set([...paint, 255], at * 4)
  }
  return { points, added: spots.added.count(), removed: spots.removed.count() }
}

const grey = (light: number): [number, number, number] => {
  const value = 255 - (255 - light) * faint
  return [value, value, value]
}

/** How light each point is, from 0 to 255; where nothing is, the paper shows. */
function lightness({ data }: Points): Uint8Array {
  const light = new Uint8Array(data.length / 4)
  for (let at = 0; at < light.length; at++) {
    const [red, green, blue, opaque] = data.subarray(at * 4, at * 4 + 4) as unknown as number[]
    const own = 0.299 * red! + 0.587 * green! + 0.114 * blue!
    light[at] = 255 - ((255 - own) * opaque!) / 255
  }
  return light
}

function changeAt(
  old: Uint8Array,
  now: Uint8Array,
  at: number,
  width: number,
): 'added' | 'removed' | undefined {
  const by = now[at]! - old[at]!
  if (Math.abs(by) <= tolerance) return undefined
  return by < 0
    ? darkestAround(old, at, width) > now[at]! + tolerance
      ? 'added'
      : undefined
    : darkestAround(now, at, width) > old[at]! + tolerance
      ? 'removed'
      : undefined
}

function darkestAround(light: Uint8Array, at: number, width: number): number {
  let darkest = 255
  for (let row = -1; row <= 1; row++)
    for (let column = -1; column <= 1; column++)
      darkest = Math.min(darkest, light[at + row * width + column] ?? 255)
  return darkest
}

/** Places of differences, gathered in squares; squares that touch are one spot. */
class Spots {
  private readonly squares = new Set<number>()
  private readonly across: number

  constructor(width: number) {
    this.across = Math.ceil(width / spot) + 2
  }

  add(x: number, y: number): void {
    this.squares.add((Math.floor(y / spot) + 1) * this.across + Math.floor(x / spot) + 1)
  }

  count(): number {
    const left = new Set(this.squares)
    let spots = 0
    for (const first of this.squares) {
      if (!left.delete(first)) continue
      spots++
      for (const open = [first]; open.length;) open.push(...this.around(open.pop()!, left))
    }
    return spots
  }

  /** The squares around one that are left; they are taken away. */
  private around(square: number, left: Set<number>): number[] {
    const { across } = this
    return [-across - 1, -across, -across + 1, -1, 1, across - 1, across, across + 1]
      .map((step) => square + step)
      .filter((one) => left.delete(one))
  }
}
