type Point = readonly [x: number, y: number]

/** How many numbers each command takes (SVG 2, 9.3). */
const takes: Record<string, number> = { m: 2, l: 2, h: 1, v: 1, c: 6, s: 4, q: 4, t: 2, a: 7, z: 0 }

/**
 * The points of a path, one list for each of its lines: ends, and what bends a curve, which lies within them; of an
 * arc the corners of the square around its ellipse at both ends. What is damaged ends it.
 */
export function pointsOfPath(text: string): Point[][] {
  const tokens = text.match(/[a-z]|[-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?/gi) ?? []
  const lines: Point[][] = []
  let [at, start]: Point[] = [
    [0, 0],
    [0, 0],
  ] as Point[]
  let command = ''
  for (let index = 0; index < tokens.length;) {
    if (/[a-z]/i.test(tokens[index]!)) command = tokens[index++]!
    const kind = command.toLowerCase()
    const count = takes[kind]
    if (count === undefined || index + count > tokens.length) break
    const values = tokens.slice(index, index + count).map(Number)
    index += count
    if (values.some(Number.isNaN)) break
    if (kind === 'z') {
      lines.at(-1)?.push(start!)
      at = start
      // Numbers behind a closing belong to nothing.
      if (index < tokens.length && !/[a-z]/i.test(tokens[index]!)) break
      continue
    }
    const points = pointsOf(kind, values, at!, command === kind)
    const end = points.at(-1)!
    if (kind === 'm') {
      lines.push([end])
      start = end
      command = command === 'm' ? 'l' : 'L'
    } else {
      if (!lines.length) break
      lines.at(-1)!.push(...points)
    }
    at = end
  }
  return lines
}

function pointsOf(kind: string, values: number[], [x, y]: Point, isRelative: boolean): Point[] {
  const [dx, dy] = isRelative ? [x, y] : [0, 0]
  if (kind === 'h') return [[values[0]! + dx, y]]
  if (kind === 'v') return [[x, values[0]! + dy]]
  if (kind === 'a') return arcPoints(values, [x, y], [values[5]! + dx, values[6]! + dy])
  return Array.from({ length: values.length >> 1 }, (_, index) => [
    values[index * 2]! + dx,
    values[index * 2 + 1]! + dy,
  ])
}

/** An arc lies within its diameter of each end. */
function arcPoints([rx, ry]: number[], from: Point, to: Point): Point[] {
  const [wide, high] = [2 * Math.abs(rx!), 2 * Math.abs(ry!)]
  const left = Math.max(from[0], to[0]) - wide
  const right = Math.min(from[0], to[0]) + wide
  const low = Math.max(from[1], to[1]) - high
  const up = Math.min(from[1], to[1]) + high
  return [[left, low], [right, up], to]
}
