import type { FileHistoryRow, FileProblem } from '../file-format'
import type { Box } from './free-place'

/** The block of rows from before the vault, and the one that grows. */
export type BlockName = 'carried' | 'live'

/** What is drawn: the rows up to the transfer, and those from it on; the label at the transfer stands in both. */
export interface RevisionBlocks {
  carried: readonly FileHistoryRow[]
  live: readonly FileHistoryRow[]
}

/** What came of drawing: the new content, and how many rows each block has. */
export interface DrawnBlocks {
  parts: Iterable<Uint8Array> | null
  live: number
  carriedOver: number
  problems: FileProblem[]
}

const titles: Record<BlockName, string> = { carried: 'REVISIONS BEFORE THE VAULT', live: 'REVISIONS' }
const heads: FileHistoryRow = { revision: 'REV', date: 'DATE', by: 'BY', text: 'DESCRIPTION' }
const columns = ['revision', 'date', 'by', 'text'] as const

/** Where columns begin, how wide a block is and how far its rows stand apart, in heights of text. */
const starts = [1, 9, 21, 31]
const width = 75
export const pitch = 2

/** How large a block of so many rows is, with its title and its heads. */
export const blockSize = (rows: number, height: number): { width: number; height: number } => ({
  width: width * height,
  height: (rows + 2) * pitch * height,
})

/** A text of a block, and where it begins: `x` from the left of the block, `y` down from its top to its foot. */
export interface BlockText {
  text: string
  x: number
  y: number
}

/** What stands in a block: a title, heads, and a row for each revision, as lines down from its top. */
export function blockTexts(block: BlockName, rows: readonly FileHistoryRow[], height: number): BlockText[] {
  const title = { revision: titles[block], date: '', by: '', text: '' }
  return [title, heads, ...rows].flatMap((line, index) =>
    columns.flatMap((column, place) => {
      const text = oneLine(line[column])
      return text ? [{ text, x: starts[place]! * height, y: (index * pitch + 1.5) * height }] : []
    }),
  )
}

/** The lines of a block, from `x1, y1` to `x2, y2`, with y upwards as in its rectangle. */
export function blockLines({ left, right, top, bottom }: Box, rows: number, height: number): number[][] {
  const across = Array.from({ length: rows + 3 }, (_, line) => {
    const y = top - line * pitch * height
    return [left, y, right, y]
  })
  return [...across, [left, top, left, bottom], [right, top, right, bottom]]
}

const oneLine = (text: string): string => text.replace(/\s+/g, ' ').trim().slice(0, 60)
