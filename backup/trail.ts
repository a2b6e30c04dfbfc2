import { createHash } from 'node:crypto'
import type Database from 'better-sqlite3'
import { type ChainedEntry, type ChainVerdict, verifyChain } from '../core/audit'

/** The columns of an entry, as the chain names its fields. */
const columns = `id, at, person_id personId, person_name personName, action, subject_kind subjectKind,
  subject_id subjectId, subject_name subjectName, before, after, why, previous_hash previousHash, hash`

/** A trail from before there were codes has no column for them. */
function codeColumn(db: Database.Database): string {
  const there = db.pragma('table_info(audit)') as { name: string }[]
  return there.some(({ name }) => name === 'code') ? 'code' : 'null code'
}

/** Whether the whole audit trail of a vault is as it was written; constant memory, whatever its length. */
export function verifyTrail(db: Database.Database): ChainVerdict {
  const entries = db.prepare(`select ${columns}, ${codeColumn(db)} from audit order by id`).iterate()
  return verifyChain(
    (text) => createHash('sha256').update(text).digest('hex'),
    entries as IterableIterator<ChainedEntry>,
  )
}
