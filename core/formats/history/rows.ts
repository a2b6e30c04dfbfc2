import type { FileHistoryRow } from '../file-format'
import { type Column, columnOfTag } from './heads'

/** A label is short and of one word or two. */
const isLabel = (text: string): boolean =>
  text.length <= 16 && /^[\p{L}\p{N}-][\p{L}\p{N}.,_/ ()-]*$/u.test(text)

/** A row of what its columns hold; undefined where it has no label. */
export function row(cells: Partial<Record<Column, string>>): FileHistoryRow | undefined {
  const revision = cells.revision?.trim() ?? ''
  if (!isLabel(revision)) return undefined
  const [date, by, text] = [cells.date, cells.by, cells.text].map((cell) => cell?.trim() ?? '')
  return { revision, date: date!, by: by!, text: text! }
}

/** The day of a date as tables write it, to compare; undefined where it is none. */
function dayOf(date: string): number | undefined {
  const iso = /(\d{4})[-./](\d{1,2})[-./](\d{1,2})/.exec(date)
  if (iso) return Number(iso[1]) * 10_000 + Number(iso[2]) * 100 + Number(iso[3])
  const local = /(\d{1,2})[-./](\d{1,2})[-./](\d{2,4})/.exec(date)
  if (!local) return undefined
  const year = Number(local[3]) + (local[3]!.length === 2 ? 2000 : 0)
  return year * 10_000 + Number(local[2]) * 100 + Number(local[1])
}

/** Rows with the oldest first: turned round where their dates, or without dates their labels, fall. */
export function oldestFirst(rows: FileHistoryRow[]): FileHistoryRow[] {
  const days = rows.map(({ date }) => dayOf(date))
  const isDated = days.every((day) => day !== undefined) && new Set(days).size > 1
  const keys = isDated ? days.map(String) : rows.map(({ revision }) => revision)
  const falls = keys.slice(1).every((key, index) => compare(key, keys[index]!) <= 0)
  return falls && rows.length > 1 && keys[0] !== keys.at(-1) ? [...rows].reverse() : rows
}

/** Rows of several tables in one list, by their days where all have one. */
export function merged(tables: readonly FileHistoryRow[][]): FileHistoryRow[] {
  const rows = [...new Map(tables.flat().map((row) => [JSON.stringify(row), row])).values()]
  const days = new Map(rows.map((row) => [row, dayOf(row.date)]))
  if ([...days.values()].includes(undefined)) return rows
  return rows.sort((a, b) => days.get(a)! - days.get(b)!)
}

const { compare } = new Intl.Collator('en', { numeric: true })

/** One title-block attribute or the like. */
export interface Tagged {
  tag: string
  value: string
}

/** Rows that stand in one block, told apart by numbers in their tags: `REV1`, `DATE1`, `REV2`… */
export function numberedRows(tags: readonly Tagged[]): FileHistoryRow[] {
  const rows = new Map<string, Partial<Record<Column, string>>>()
  for (const { tag, value } of tags) {
    const named = columnOfTag(tag)
    if (named?.row) rows.set(named.row, { [named.column]: value, ...rows.get(named.row) })
  }
  return [...rows]
    .filter(([, cells]) => cells.revision !== undefined && Object.keys(cells).length > 1)
    .sort(([a], [b]) => Number(a) - Number(b))
    .flatMap(([, cells]) => row(cells) ?? [])
}

/** A row that is a block of its own: its tags are columns of a revision table, but for one perhaps. */
export function blockRow(tags: readonly Tagged[]): FileHistoryRow | undefined {
  const cells: Partial<Record<Column, string>> = {}
  let others = 0
  for (const { tag, value } of tags) {
    const named = columnOfTag(tag)
    if (named && !named.row && cells[named.column] === undefined) cells[named.column] = value
    else others++
  }
  const isRow = cells.revision !== undefined && (cells.date !== undefined || cells.text !== undefined)
  return isRow && others <= 1 ? row(cells) : undefined
}
