import type { PlacedText } from '../../history'
import { growth, mapped } from '../../sheet/matrix'
import { groupBy } from '../../../support'
import { joined } from '../../source'
import type { PdfFile } from '../file'
import { PdfFault, type PdfObject } from '../objects'
import { type PdfPage, pagesOf } from '../pages'
import { ContentReader, gaps, type Run } from './content'

/** A revision table stands on one of the first sheets. */
const mostPages = 10

/** The texts of the first pages, page by page, as they are read: pieces of a line that belong together in one. */
export function textsOf(file: PdfFile): PlacedText[][] {
  const reader = new ContentReader(file)
  return pagesOf(file, mostPages).flatMap((page) => {
    reader.read(contentOf(file, page), file.dictionary(page.entries.get('Resources')))
    // What is written in another direction is another table.
    return [
      ...groupBy(
        reader
          .take()
          .filter(({ text }) => text.trim())
          .map(laid),
        ({ turn }) => turn,
      ).values(),
    ].map(lines)
  })
}

/** A page's content, which may come in several streams. */
function contentOf(file: PdfFile, { entries }: PdfPage): Uint8Array {
  const contents = entries.get('Contents')
  const found = file.resolve(contents)
  const streams = Array.isArray(found) ? found : [contents]
  return joined(streams.flatMap((one) => [streamOf(file, one), Uint8Array.of(10)]))
}

function streamOf(file: PdfFile, object: PdfObject | undefined): Uint8Array {
  try {
    return file.stream(object) ?? new Uint8Array()
  } catch (error) {
    if (error instanceof PdfFault) return new Uint8Array()
    throw error
  }
}

interface Laid extends PlacedText {
  /** Where it ends along its line. */
  end: number
  /** In which of four directions its line runs. */
  turn: number
}

/** A run on a page that is turned so that its line runs to the right. */
function laid({ text, matrix, length, height }: Run): Laid {
  const [a, b] = matrix
  const { x, y } = mapped(matrix, { x: 0, y: 0 })
  const size = growth(matrix)
  const turn = Math.abs(a) >= Math.abs(b) ? (a >= 0 ? 0 : 2) : b > 0 ? 1 : 3
  const [along, up] = [
    [x, y],
    [y, -x],
    [-x, -y],
    [-y, x],
  ][turn] as [number, number]
  return {
    text,
    x: along,
    y: up,
    end: along + length * Math.hypot(a, b),
    height: Math.abs(height) * size,
    turn,
  }
}

/** Texts of the pieces that follow one another on a line; one that begins where a column does is a text of its own. */
function lines(pieces: Laid[]): PlacedText[] {
  const rows = rowsOf([...pieces].sort((one, other) => other.y - one.y || one.x - other.x))
  const starts = new Set(rows.flatMap(columnStarts))
  const texts: Laid[] = []
  for (const row of rows)
    for (const [index, piece] of row.entries()) {
      const gap = gapBefore(row, index)
      const isWord = gap <= gaps.word
      const last = texts.at(-1)
      if (last && isNear(gap) && (isWord || !isStart(starts, piece))) {
        last.text += isWord || last.text.endsWith(' ') ? piece.text : ` ${piece.text}`
        last.end = piece.end
      } else texts.push({ ...piece })
    }
  return texts.map(({ text, x, y, height }) => ({ text: text.replace(/\s+/g, ' ').trim(), x, y, height }))
}

/** How far a piece of a row stands from the one before, in heights; the first is far from everything. */
function gapBefore(row: readonly Laid[], index: number): number {
  const [before, piece] = [row[index - 1], row[index]!]
  return before ? (piece.x - before.end) / (piece.height || 1) : Infinity
}
const isNear = (gap: number): boolean => gap <= gaps.text && gap >= -gaps.text

/** Where texts begin that stand apart from what is before them, in half units. */
const columnStarts = (row: readonly Laid[]): number[] =>
  row.flatMap(({ x }, index) => (index && !isNear(gapBefore(row, index)) ? [Math.round(x * 2)] : []))
const isStart = (starts: ReadonlySet<number>, { x }: Laid): boolean =>
  [-1, 0, 1].some((by) => starts.has(Math.round(x * 2) + by))

/** Pieces at about the same height, which they are all given. */
function rowsOf(sorted: Laid[]): Laid[][] {
  const rows: Laid[][] = []
  for (const piece of sorted) {
    const row = rows.at(-1)
    if (row && Math.abs(row[0]!.y - piece.y) <= 0.3 * (piece.height || 1))
      row.push({ ...piece, y: row[0]!.y })
    else rows.push([piece])
  }
  for (const row of rows) row.sort((one, other) => one.x - other.x)
  return rows
}
