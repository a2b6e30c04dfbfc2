import type { FileHistoryRow } from '../file-format'

/** What a column of a revision table is about. */
export type Column = keyof FileHistoryRow

const words: Record<Column, string> = {
  revision: 'rev revision revno revnr no nr issue iss index ind idx letter sym symbol mark zust',
  date: 'date datum dat issued day when',
  by: 'by drawn drn author name approved appd app initials init sign signed bearbeiter gez who',
  text:
    'description desc descr change changes text modification modifications reason remark remarks note notes ' +
    'details comment aenderung bemerkung art',
}
const columns = new Map(
  Object.entries(words).flatMap(([column, all]) => all.split(' ').map((word) => [word, column as Column])),
)

const letters = (text: string): string =>
  text
    .toLowerCase()
    .replace(/ä/g, 'ae')
    .replace(/[^\p{L}]/gu, '')

/** The column that a head names, such as “Rev.” or “Description of change”. */
export function columnOfHead(text: string): Column | undefined {
  if (text.length > 40) return undefined
  const whole = columns.get(letters(text))
  if (whole) return whole
  const [first, ...others] = text.trim().split(/[\s/_]+/)
  return others.length < 4 ? columns.get(letters(first ?? '')) : undefined
}

const ofParts = new Set(
  'qty quantity menge stk pcs item pos position part partno number material mass weight benennung size'.split(
    ' ',
  ),
)

/** Whether a head is one of a list of parts, which may have revisions and descriptions as well. */
export const isOfParts = (text: string): boolean =>
  text.length <= 40 && ofParts.has(letters(text.trim().split(/[\s/_.]+/)[0] ?? ''))

/** The column that a tag names, such as `REV_DATE`, and the number of the row that it is for, such as `DESC2`. */
export function columnOfTag(tag: string): { column: Column; row: string } | undefined {
  if (tag.length > 40) return undefined
  const row = /^(\d*)\D*?(\d*)$/.exec(tag)
  const bare = letters(tag)
  const column = columns.get(bare) ?? columns.get(bare.replace(/^(revision|rev|issue)/, ''))
  return column && { column, row: row?.[1] || row?.[2] || '' }
}
