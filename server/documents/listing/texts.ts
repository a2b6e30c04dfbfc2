import { type SQL, sql } from 'drizzle-orm'
import type { Tx } from '../../database/connection'

/** Texts of fewer characters are in too many documents for an index to help; they are looked for in numbers and titles. */
const shortest = 3

/** What is looked for, as the documents’ texts are searched for it. */
export interface Needle {
  text: string
  /** The question to the index of texts; null where the text is too short for it. */
  match: string | null
}

export function needleOf(text: string | undefined): Needle | null {
  const wanted = text?.trim()
  if (!wanted) return null
  // The index reads its question as a text that ends at a null character.
  const isLong = Array.from(wanted).length >= shortest && !wanted.includes('\0')
  return { text: wanted, match: isLong ? `"${wanted.replaceAll('"', '""')}"` : null }
}

/** That a document has the text in it, asked of the document itself. */
export const hasText = ({ text, match }: Needle): SQL =>
  sql`has_text(${text}, number, title, ${match ? sql`record` : sql`null`})`

/** That a document has the text in it, asked of the index. */
export const isFound = ({ match }: Needle): SQL =>
  sql`key in (select rowid from document_texts where document_texts match ${match})`

/** How many documents have a text in them, counted no further than this. */
export function countFound(tx: Tx, { match }: Needle, most: number): number {
  const found = sql`select count(*) as found from (select 1 from document_texts
    where document_texts match ${match} limit ${most})`
  return tx.get<{ found: number }>(found).found
}
