import { type DrawnBlocks, drawRevisions as drawInDxf } from './dxf/revision-blocks'
import type { FileHistoryRow } from './file-format'
import { formats, kindOf } from './formats'
import type { Source } from './source'

/** What is drawn: the rows up to the transfer, and those from it on; the label at the transfer stands in both. */
export interface RevisionBlocks {
  carried: readonly FileHistoryRow[]
  live: readonly FileHistoryRow[]
}

/** Draws the blocks of a register into a drawing; a file of another kind stays as it is, with the reason. */
export function drawRevisions(source: Source, name: string, rows: RevisionBlocks): DrawnBlocks {
  const kind = kindOf(source, name)
  if (kind === 'dxf') return drawInDxf(source, rows)
  const message = `revision blocks are drawn into DXF drawings; this is ${formats[kind].words}`
  return { parts: null, live: 0, carriedOver: 0, problems: [{ code: 'not-writable', message }] }
}

/**
 * A register divided at a label: its rows up to the last one with that label are carried over, those from it on are
 * live; without a label all are live. Undefined where no row has the label.
 */
export function dividedAt(
  rows: readonly FileHistoryRow[],
  label: string | undefined,
): RevisionBlocks | undefined {
  if (label === undefined) return { carried: [], live: rows }
  const at = rows.findLastIndex(({ revision }) => revision === label)
  return at < 0 ? undefined : { carried: rows.slice(0, at + 1), live: rows.slice(at) }
}
