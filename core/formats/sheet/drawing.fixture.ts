import { drawSheet, sourceOf } from '..'

/** One group of a drawing: its code and its value. */
export type Pair = [code: number, value: string | number]
const lines = (pairs: Pair[]) => pairs.map(([code, value]) => `${code}\n${value}\n`).join('')
export const section = (name: string, ...inner: Pair[]): Pair[] => [
  [0, 'SECTION'],
  [2, name],
  ...inner,
  [0, 'ENDSEC'],
]
export const drawn = (...pairs: Pair[]) =>
  drawSheet(sourceOf(new Uint8Array(Buffer.from(lines([...pairs, [0, 'EOF']])))))
export const entities = (...inner: Pair[]) => drawn(...section('ENTITIES', ...inner))
export const line = (x1: number, y1: number, x2: number, y2: number, ...more: Pair[]): Pair[] => [
  [0, 'LINE'],
  ...more,
  [10, x1],
  [20, y1],
  [11, x2],
  [21, y2],
]
