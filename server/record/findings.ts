import { sql } from 'drizzle-orm'
import type { FileFinding, RecordFinding } from '../../shared/answers'
import type { Db } from '../database/connection'
import { documents, fileStates } from '../database/schema'
import type { Account } from '../directory/people'
import { documentColumns } from '../documents/columns'
import { seenBy } from '../documents/rights'

/** So many documents are named. */
const most = 20

/**
 * Where files and records do not agree, of all documents that somebody may see: each thing once, with the documents
 * that have it.
 */
export function recordFindings(db: Db, account: Account): RecordFinding[] {
  const isSeen = seenBy(db, account)
  const rows = db
    .select({ ...documentColumns, findings: fileStates.findings })
    .from(fileStates)
    .innerJoin(documents, sql`${documents.id} = ${fileStates.document}`)
    .where(sql`${fileStates.findings} <> '[]'`)
    .orderBy(documents.number)
    .all()
    .filter(isSeen)
  const found = new Map<string, RecordFinding>()
  for (const { number, findings } of rows)
    for (const finding of findings) if (finding.attribute !== null) count(found, number, finding)
  return [...found.values()]
}

function count(found: Map<string, RecordFinding>, number: string, finding: FileFinding): void {
  const { attribute, kind, place, has = null } = finding
  const key = JSON.stringify([attribute, kind, place, has])
  const known = found.get(key) ?? { attribute: attribute!, kind, place, has, count: 0, numbers: [] }
  const numbers = known.numbers.length < most ? [...known.numbers, number] : known.numbers
  found.set(key, { ...known, count: known.count + 1, numbers })
}
