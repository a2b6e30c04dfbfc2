/** A plane map: x' = a x + c y + e, y' = b x + d y + f (SVG’s order). */
export type Matrix = readonly [a: number, b: number, c: number, d: number, e: number, f: number]

export const identity: Matrix = [1, 0, 0, 1, 0, 0]

/** First the second, then the first. */
export const times = ([a, b, c, d, e, f]: Matrix, [a2, b2, c2, d2, e2, f2]: Matrix): Matrix => [
  ...([a * a2 + c * b2, b * a2 + d * b2, a * c2 + c * d2, b * c2 + d * d2] as const),
  ...([a * e2 + c * f2 + e, b * e2 + d * f2 + f] as const),
]

export const moved = (x: number, y: number): Matrix => [1, 0, 0, 1, x, y]
export const scaled = (x: number, y: number): Matrix => [x, 0, 0, y, 0, 0]
export function turned(degrees: number): Matrix {
  const [cosine, sine] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)]
  return [cosine, sine, -sine, cosine, 0, 0]
}

export const mapped = ([a, b, c, d, e, f]: Matrix, { x, y }: { x: number; y: number }) => ({
  x: a * x + c * y + e,
  y: b * x + d * y + f,
})

/** How much longer things become, on the whole. */
export const growth = ([a, b, c, d]: Matrix): number => Math.sqrt(Math.abs(a * d - b * c))
