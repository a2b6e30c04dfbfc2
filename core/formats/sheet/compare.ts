import type { Source } from '../source'
import { type Pieces, piecesOf } from './sheet'

/** Two sheets laid over each other, with how many pieces stand in one of them alone. */
export interface ComparedSheets {
  svg: string
  added: number
  removed: number
}

/** What stands in both is quiet; what was removed is dashed besides, so that it is told apart without its colour. */
const looks = {
  same: { colour: '#b9b4c2', dashes: '' },
  removed: { colour: '#a8421f', dashes: ' stroke-dasharray="4 3"' },
  added: { colour: '#4c3f73', dashes: '' },
}
type Look = keyof typeof looks

/** Lays a DXF drawing over an earlier one: pieces at the same place and of the same shape are the same. */
export function compareSheets(before: Source, after: Source): ComparedSheets {
  const [old, now] = [piecesOf(before), piecesOf(after)]
  const lines = divided(old.lines, now.lines)
  const filled = divided(old.filled, now.filled)
  const of = (look: Look) =>
    `<g data-look="${look}">${line(lines[look], look)}${filled[look].map((part) => coloured(part, look)).join('')}</g>`
  return {
    svg: `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${viewOf(old, now)}" font-family="sans-serif">${of('same')}${of('removed')}${of('added')}</svg>\n`,
    added: lines.added.length + filled.added.length,
    removed: lines.removed.length + filled.removed.length,
  }
}

/** Pieces that stand in both, each as often as it does in both, and those that stand in one alone. */
function divided(before: string[], after: string[]): Record<Look, string[]> {
  const left = new Map<string, number>()
  for (const piece of before) left.set(piece, (left.get(piece) ?? 0) + 1)
  const parts: Record<Look, string[]> = { same: [], removed: [], added: [] }
  for (const piece of after) {
    const count = left.get(piece) ?? 0
    parts[count ? 'same' : 'added'].push(piece)
    if (count) left.set(piece, count - 1)
  }
  for (const [piece, count] of left) for (let n = 0; n < count; n++) parts.removed.push(piece)
  return parts
}

function line(paths: string[], look: Look): string {
  if (!paths.length) return ''
  const { colour, dashes } = looks[look]
  const stroke = `stroke="${colour}" stroke-width="${look === 'same' ? 1 : 1.6}"${dashes}`
  return `<path d="${paths.join('')}" fill="none" vector-effect="non-scaling-stroke" ${stroke}/>`
}

const coloured = (part: string, look: Look): string =>
  part.replace(/ (fill|stroke)="(?!none"|url\()[^"]*"/g, ` $1="${looks[look].colour}"`)

/** What both need to be seen whole, with a margin. */
function viewOf({ box: one }: Pieces, { box: other }: Pieces): string {
  const boxes = [one, other].filter(({ left, right }) => left <= right)
  if (!boxes.length) return '0 0 1 1'
  const left = Math.min(...boxes.map((box) => box.left))
  const right = Math.max(...boxes.map((box) => box.right))
  const bottom = Math.min(...boxes.map((box) => box.bottom))
  const top = Math.max(...boxes.map((box) => box.top))
  const [width, height] = [Math.max(right - left, 1e-3), Math.max(top - bottom, 1e-3)]
  const margin = Math.max(width, height) / 100
  return [left - margin, -top - margin, width + 2 * margin, height + 2 * margin]
    .map((value) => Math.round(value * 10_000) / 10_000)
    .join(' ')
}
