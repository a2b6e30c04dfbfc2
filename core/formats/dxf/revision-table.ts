import type { FileHistoryRow } from '../file-format'
import { blockRow, merged, numberedRows, oldestFirst, tableRows } from '../history'
import { groupBy } from '../../support'
import type { Container, Insert } from './contents'

/**
 * The revision table of a drawing, the oldest row first: one block a row, rows in one block, or texts in columns. A
 * table that stands on several sheets counts once.
 */
export function history(containers: readonly Container[]): FileHistoryRow[] {
  const inserts = containers.flatMap((container) => container.inserts)
  return merged([
    ...blockRows(inserts).map((rows) => oldestFirst(rows.map(({ row }) => row))),
    ...inserts.map(({ attributes }) => numberedRows(attributes)),
    ...containers.map(({ texts }) => tableRows(texts)),
  ])
}

/** Blocks that are rows of a table: their attributes are history, no places. */
export const rowInserts = (containers: readonly Container[]): Set<Insert> =>
  new Set(
    blockRows(containers.flatMap(({ inserts }) => inserts)).flatMap((rows) =>
      rows.map(({ insert }) => insert),
    ),
  )

interface Row {
  insert: Insert
  row: FileHistoryRow
}

/**
 * Rows by their blocks. A title block may have such tags too: it stands once or says the same on every sheet, while
 * rows differ; one that stands alone is a row where its name says so.
 */
function blockRows(inserts: readonly Insert[]): Row[][] {
  const all = inserts.flatMap((insert) => {
    const row = blockRow(insert.attributes)
    return row ? [{ insert, row }] : []
  })
  return [...groupBy(all, ({ insert }) => insert.block).entries()]
    .filter(([block, rows]) => {
      const different = new Set(rows.map(({ row }) => JSON.stringify(row)))
      return different.size > 1 || /rev|hist|change|index|aend|änd/i.test(block)
    })
    .map(([, rows]) => rows)
}
