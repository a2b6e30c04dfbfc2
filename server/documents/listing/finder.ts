import { and, type SQL, sql } from 'drizzle-orm'
import type { Tx } from '../../database/connection'
import type { Account } from '../../directory/people'
import { isAlsoInScope, scopeOf } from './scope'
import { hasText, needleOf } from './texts'

/**
 * The first few documents for somebody who types: numbers that begin with the text, in their order, then others that
 * have it anywhere, as the index of texts brings them. It is in no particular order beyond that, and so never sorts.
 */
export function firstFound(tx: Tx, account: Account, text: string, limit: number): { row: number }[] {
  const wanted = text.trim()
  const needle = needleOf(wanted)
  if (!needle) return []
  const seen = isAlsoInScope(scopeOf(tx, account))
  const rows = (from: SQL, where: SQL | undefined, most: number) =>
    tx.all<{ row: number }>(
      sql`select documents.rowid as "row" from ${from} where ${where ?? sql`true`} limit ${most}`,
    )
  const begins = hasText({
    text: wanted,
    starts: [...new Set([wanted, wanted.toUpperCase(), wanted.toLowerCase()])],
  })
  const first = rows(
    sql`(select rowid, * from documents where ${begins} order by number) as documents`,
    seen,
    limit,
  )
  if (first.length >= limit || needle.match === undefined) return first
  const texts = sql`(select rowid as found from document_texts where document_texts match ${needle.match})
    cross join documents on documents.key = found`
  const known = new Set(first.map(({ row }) => row))
  const others = rows(texts, and(seen), limit + first.length).filter(({ row }) => !known.has(row))
  return [...first, ...others].slice(0, limit)
}
