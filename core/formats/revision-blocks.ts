import type { ChosenPlaces } from './blocks/chosen-place'
import type { DrawnBlocks, RevisionBlocks } from './blocks/layout'
import { drawRevisions as drawInDxf } from './dxf/revision-blocks'
import { drawRevisions as drawInSvg } from './svg/revision-blocks'
import type { FileHistoryRow, FileKind } from './file-format'
import { formats, kindOf } from './formats'
import type { Source } from './source'

/** The formats into which blocks of revisions are drawn. */
const drawers: Partial<Record<FileKind, typeof drawInDxf>> = { dxf: drawInDxf, svg: drawInSvg }

/**
 * Draws the blocks of a register into a drawing, where it was chosen for its format of sheet or else where it is free;
 * a file of another kind stays as it is, with the reason.
 */
export function drawRevisions(
  source: Source,
  name: string,
  rows: RevisionBlocks,
  places: ChosenPlaces = {},
): DrawnBlocks {
  const kind = kindOf(source, name)
  const draw = drawers[kind]
  if (draw) return draw(source, rows, places)
  const message = `revision blocks are drawn into DXF and SVG drawings; this is ${formats[kind].words}`
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
