import type { FileHistoryRow } from '../file-format'
import { type Column, columnOfHead, isOfParts } from './heads'
import { oldestFirst, row } from './rows'

/** A text and where it begins; which way y grows is of no matter. */
export interface PlacedText {
  text: string
  x: number
  y: number
  height: number
}

interface Head extends PlacedText {
  column: Column
}

/**
 * The rows of the revision tables that stand in columns under or over their heads, the oldest first. A table has at
 * least a column of labels and one of dates or of texts.
 */
export function tableRows(texts: readonly PlacedText[]): FileHistoryRow[] {
  const lines = linesOf(texts)
  return lines.flatMap((line, index) =>
    tablesIn(line.texts).flatMap((table) => {
      const sides = [lines.slice(0, index).reverse(), lines.slice(index + 1)]
      const [one, other] = sides.map((side) => rowsBeside(line.y, table, side))
      return oldestFirst(one!.length > other!.length ? one! : other!)
    }),
  )
}

/** The heads of a table, and where another one begins beside it. */
interface Table {
  heads: Head[]
  until: number
}

interface Line {
  y: number
  texts: PlacedText[]
}

/** Texts at the same height, each line from the left. */
function linesOf(texts: readonly PlacedText[]): Line[] {
  const lines: Line[] = []
  for (const text of texts.filter((one) => one.text).sort((a, b) => a.y - b.y)) {
    const last = lines.at(-1)
    if (last && text.y - last.y <= tolerance(text)) last.texts.push(text)
    else lines.push({ y: text.y, texts: [text] })
  }
  for (const line of lines) line.texts.sort((a, b) => a.x - b.x)
  return lines
}

const tolerance = ({ height }: PlacedText): number => (height || 2.5) * 0.6

/** The tables whose heads stand in a line, next to one another: a title block beside them may have such words too. */
function tablesIn(line: readonly PlacedText[]): Table[] {
  const tables: Table[] = []
  for (let first = 0; first < line.length;) {
    const heads: Head[] = []
    for (const text of line.slice(first)) {
      const column = columnOfHead(text.text)
      if (!column || heads.some((head) => head.column === column)) break
      heads.push({ ...text, column })
    }
    const has = (column: Column) => heads.some((head) => head.column === column)
    const beside = [line[first - 1], line[first + heads.length]]
    const isOfRevisions = has('date') || (has('text') && !beside.some((head) => head && isOfParts(head.text)))
    const isTable = has('revision') && isOfRevisions
    first += isTable ? heads.length : 1
    if (isTable) tables.push({ heads, until: line[first]?.x ?? Infinity })
  }
  return tables
}

/** How far the first row may stand from its heads, in heights of text, and how much farther each next one. */
const farthest = { first: 6, next: 2.2 }

function rowsBeside(from: number, { heads, until }: Table, lines: readonly Line[]): FileHistoryRow[] {
  const rows: FileHistoryRow[] = []
  const height = heads[0]!.height || 2.5
  let [last, pitch] = [from, 0]
  for (const line of lines) {
    const within = textsWithin(heads, line.texts).filter(({ x }) => x < until)
    if (!within.length) continue
    const gap = Math.abs(line.y - last)
    if (gap > (pitch ? pitch * farthest.next : height * farthest.first)) break
    const cells = cellsOf(heads, within)
    const found = row(cells)
    if (found) rows.push(found)
    else if (rows.length && cells.text && Object.keys(cells).length === 1)
      rows.at(-1)!.text += ` ${cells.text}`
    else break
    pitch ||= gap
    last = line.y
  }
  return rows
}

/** The texts of a line that stand under or over a table: they begin near a head, or between two. */
function textsWithin(heads: readonly Head[], line: readonly PlacedText[]): PlacedText[] {
  const xs = heads.map(({ x }) => x)
  const slack = 3 * (heads[0]!.height || 2.5)
  return line.filter(({ x }) => x >= Math.min(...xs) - slack && x <= Math.max(...xs) + slack)
}

/** Texts in as many columns as there are heads stand in their order, others in the column whose head is nearest. */
function cellsOf(heads: readonly Head[], texts: readonly PlacedText[]): Partial<Record<Column, string>> {
  const cells: Partial<Record<Column, string>> = {}
  texts.forEach((text, index) => {
    const head = texts.length === heads.length ? heads[index]! : nearest(heads, text.x)
    const before = cells[head.column]
    cells[head.column] = before === undefined ? text.text : `${before} ${text.text}`
  })
  return cells
}

const nearest = (heads: readonly Head[], x: number): Head =>
  heads.reduce((best, head) => (Math.abs(head.x - x) < Math.abs(best.x - x) ? head : best))
