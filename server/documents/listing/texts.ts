import { type SQL, sql } from 'drizzle-orm'
import type { Tx } from '../../database/connection'

/** The index of texts knows them by three characters in a row; of fewer, only how a number begins is looked for. */
const shortest = 3

/**
 * What is looked for: `match` is the question to the index of texts, for whatever is in number, title or record;
 * `starts` are the beginnings of numbers, in every case, that a short text stands for.
 */
export type Needle = { text: string } & (
  { match: string; starts?: never } | { match?: never; starts: string[] }
)

export function needleOf(text: string | undefined): Needle | null {
  const wanted = text?.trim()
  if (!wanted) return null
  if (Array.from(wanted).length < shortest) return { text: wanted, starts: [...new Set(casesOf(wanted))] }
  // The index reads its question as a text that ends at a null character; there is no number with one.
  if (!wanted.includes('\0')) return { text: wanted, match: `"${wanted.replaceAll('"', '""')}"` }
  return { text: wanted, starts: [wanted] }
}

/** A short text in small and capital letters, in every combination. */
const casesOf = (text: string): string[] =>
  Array.from(text).reduce<string[]>(
    (starts, letter) =>
      starts.flatMap((start) => [start + letter.toLowerCase(), start + letter.toUpperCase()]),
    [''],
  )

/** That a document has the text in it, asked of the document itself. */
export const hasText = (needle: Needle): SQL =>
  needle.match === undefined ? beginsSo(needle.starts) : sql`has_text(${needle.text}, number, title, record)`

/** That a document has the text in it, asked of an index. */
export const isFound = (needle: Needle): SQL =>
  needle.match === undefined
    ? beginsSo(needle.starts)
    : sql`key in (select rowid from document_texts where document_texts match ${needle.match})`

/** U+10FFFF comes after whatever a number goes on with. */
const beginsSo = (starts: string[]): SQL =>
  sql`(${sql.join(
    starts.map((start) => sql`number between ${start} and ${`${start}\u{10ffff}`}`),
    sql` or `,
  )})`

/** How many documents have a text in them, counted no further than this. */
export function countFound(tx: Tx, needle: Needle, most: number): number {
  const from =
    needle.match === undefined
      ? sql`documents where ${beginsSo(needle.starts)}`
      : sql`document_texts where document_texts match ${needle.match}`
  return tx.get<{ found: number }>(sql`select count(*) as found from (select 1 from ${from} limit ${most})`)
    .found
}
