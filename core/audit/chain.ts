/** One entry of the audit trail. Entries are only ever added, and each is hashed over the one before it. */
export interface AuditEntry {
  /** 1, 2, 3… without gaps. */
  id: number
  /** ISO 8601, UTC. */
  at: string
  personId: string | null
  personName: string
  /** The kind of act, for programs; null in entries from before there were codes. */
  code: string | null
  /** The name of the act, for people. */
  action: string
  subjectKind: string
  subjectId: string
  subjectName: string
  /** JSON, or null. */
  before: string | null
  after: string | null
  why: string | null
}

export interface ChainedEntry extends AuditEntry {
  previousHash: string
  hash: string
}

export type Hash = (text: string) => string

/** The hash before the first entry. */
export const genesis = '0'.repeat(64)

/**
 * The hash of an entry: SHA-256 over the previous hash and the entry's fields as one JSON array, in this
 * order; the code last, where there is one.
 */
export function chainHash(sha256: Hash, previousHash: string, entry: AuditEntry): string {
  const { id, at, personId, personName, action, subjectKind, subjectId, subjectName } = entry
  const { before, after, why, code } = entry
  const who = [id, at, personId, personName]
  const what = [action, subjectKind, subjectId, subjectName, before, after, why]
  return sha256(JSON.stringify([previousHash, ...who, ...what, ...(code === null ? [] : [code])]))
}

export type ChainVerdict =
  | { whole: true; entries: number; head: string }
  | { whole: false; entries: number; brokenAt: number; reason: string }

/** Walks the chain from its start; constant memory, whatever its length. */
export function verifyChain(sha256: Hash, entries: Iterable<ChainedEntry>): ChainVerdict {
  let head = genesis
  let count = 0
  for (const entry of entries) {
    count++
    const broken = (reason: string): ChainVerdict => ({
      whole: false,
      entries: count,
      brokenAt: entry.id,
      reason,
    })
    if (entry.id !== count) return broken(`entry ${count} is missing: the next one there is ${entry.id}`)
    if (entry.previousHash !== head) return broken(`entry ${entry.id} does not follow from the one before it`)
    if (chainHash(sha256, head, entry) !== entry.hash)
      return broken(`entry ${entry.id} was changed after it was written`)
    head = entry.hash
  }
  return { whole: true, entries: count, head }
}
