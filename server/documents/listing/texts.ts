import { type SQL, sql } from 'drizzle-orm'
import type { Tx } from '../../database/connection'
import { bounds } from './bounds'
import { keptIn, keptWhileUnchanged } from './kept'

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

/** U+10FFFF comes after whatever a number goes on with. */
const beginsSo = (starts: string[]): SQL =>
  sql`(${sql.join(
    starts.map((start) => sql`number between ${start} and ${`${start}\u{10ffff}`}`),
    sql` or `,
  )})`

/**
 * What the index finds for a text: the keys of the documents that have it, as one JSON text, and whether those are all.
 * Of a text that very many have, the first ones say how large a share that is.
 */
export interface FoundText {
  needle: Needle
  keys: string
  count: number
  isAll: boolean
  /** Of all documents, the share that has it. */
  share: number
}

const keptTexts = keptWhileUnchanged(() => new Map<string, FoundText>())
/** The most texts of which it is kept who has them: somebody who goes through a list asks the same again and again. */
const mostKept = 20

/** Asks the index of texts, once for as long as nothing changes. */
export const foundText = (tx: Tx, needle: Needle): FoundText =>
  keptIn(keptTexts(tx), needle.text, mostKept, () =>
    needle.match === undefined ? foundByNumber(tx, needle) : foundByIndex(tx, needle, needle.match),
  )

function foundByIndex(tx: Tx, needle: Needle, match: string): FoundText {
  const most = bounds.found
  const { keys, count, last } = tx.get<{ keys: string; count: number; last: number | null }>(
    sql`select json_group_array(rowid) as keys, count(*) as count, max(rowid) as last
      from (select rowid from document_texts where document_texts match ${match} limit ${most + 1})`,
  )
  return { needle, keys, count, isAll: count <= most, share: last === null ? 0 : count / last }
}

/** Numbers that begin with something short stand together in an index of their own. */
function foundByNumber(tx: Tx, needle: Needle & { match?: never }): FoundText {
  const most = bounds.counted
  const { keys, count } = tx.get<{ keys: string; count: number }>(
    sql`select json_group_array(key) as keys, count(*) as count
      from (select key from documents where ${beginsSo(needle.starts)} limit ${most + 1})`,
  )
  return { needle, keys, count, isAll: count <= most, share: 1 }
}

/** The documents that were found, each by its key. */
export const amongFound = ({ keys }: FoundText): SQL =>
  sql`(select value as found from json_each(${keys})) cross join documents on documents.key = found`

/** All documents that have a text, also where they are more than are kept in mind. */
export const allWith = ({ needle: { match, starts } }: FoundText): SQL =>
  match === undefined
    ? sql`(select rowid, * from documents where ${beginsSo(starts!)}) as documents`
    : sql`(select rowid as found from document_texts where document_texts match ${match})
        cross join documents on documents.key = found`
