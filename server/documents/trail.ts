import { eq } from 'drizzle-orm'
import { trail, type TrailQuery } from '../audit/trail'
import type { Tx } from '../database/connection'
import { documents } from '../database/schema'
import type { Account } from '../directory/people'
import { documentColumns } from './columns'
import { seenBy } from './rights'

type Entry = ReturnType<typeof trail>[number]

/** Replaces the number of a hidden document. */
const another = 'another document'

/**
 * The trail for a reader. Entries of one document can name others: its references, the original of a copy. Numbers
 * that the reader may not see are replaced. Administrators read the whole trail.
 */
export function trailFor(tx: Tx, account: Account, asked: TrailQuery): Entry[] {
  const entries = trail(tx, asked)
  if (account.administrator) return entries
  const isSeen = seenBy(tx, account)
  const mayName = (number: string): boolean => {
    const row = tx.select(documentColumns).from(documents).where(eq(documents.number, number)).get()
    return !!row && isSeen(row)
  }
  return entries.map((entry) => namesOnly(entry, mayName))
}

/** An entry without the numbers of hidden documents. */
function namesOnly(entry: Entry, mayName: (number: string) => boolean): Entry {
  if (entry.code === 'copy') {
    const [, source] = /^from (.*)$/s.exec(entry.why ?? '') ?? []
    return source === undefined || mayName(source) ? entry : { ...entry, why: `from ${another}` }
  }
  if (entry.code !== 'refer' && entry.code !== 'unrefer') return entry
  return { ...entry, before: sideOf(entry.before, mayName), after: sideOf(entry.after, mayName) }
}

function sideOf(side: Entry['before'], mayName: (number: string) => boolean): Entry['before'] {
  const { refersTo } = (side ? JSON.parse(side) : {}) as { refersTo?: string }
  return refersTo === undefined || mayName(refersTo) ? side : JSON.stringify({ refersTo: another })
}
