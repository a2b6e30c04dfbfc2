import { sql } from 'drizzle-orm'
import { below } from '../../archive/find-file'
import { walkArchive } from '../../archive/walk'
import { namePattern, readName, usualPatterns } from '../../core/intake'
import { groupBy } from '../../core/support'
import type { LabelSource } from '../../shared/answers'
import type { Db } from '../database/connection'
import { registerRows } from '../database/schema'
import type { Account } from '../directory/people'
import { inShare } from '../intake/share'
import { inList, isInScope, type Scope, scopeOf, seenByRelation } from './listing/scope'

/** The labels of the documents in a folder and below, those that the caller may see. */
export function labelsOfFolder(db: Db, account: Account, folder: string): LabelSource {
  const scope = scopeOf(db, account, { folder })
  const counts = new Map<string, number>()
  const add = ({ label, count }: { label: string; count: number }) =>
    counts.set(label, (counts.get(label) ?? 0) + count)
  for (const row of tallied(db, scope)) add(row)
  if (scope.partly.length) for (const row of countedOneByOne(db, scope)) add(row)
  const without = counts.get('') ?? 0
  counts.delete('')
  const labels = [...counts].filter(([, count]) => count > 0).map(([label, count]) => ({ label, count }))
  return { labels, without, histories: historiesIn(db, scope) }
}

type Counted = { label: string; count: number }

/** Labels of places that are seen whole, from what is counted of each. */
const tallied = (db: Db, { whole }: Scope): Counted[] =>
  db.all<Counted>(sql`select revision as label, sum(documents) as count from label_tallies
    where place in ${inList(whole)} group by revision order by revision`)

/** Labels of documents that are seen for what somebody is to them. */
const countedOneByOne = (db: Db, scope: Scope): Counted[] =>
  db.all<Counted>(sql`select ifnull(revision, '') as label, count(*) as count from documents
    where ${seenByRelation(scope)} group by revision order by revision`)

/** So many documents tell the order of the series; more of them would say the same. */
const mostAsked = 5000

/** The registers of documents in a folder and below, those that the caller may see, as far as they are read. */
function historiesIn(db: Db, scope: Scope): string[][] {
  const asked = sql`(select id from documents where ${isInScope(scope) ?? sql`true`} limit ${mostAsked})`
  const rows = db
    .select({ document: registerRows.document, label: registerRows.label })
    .from(registerRows)
    .where(sql`${registerRows.document} in ${asked}`)
    .orderBy(registerRows.document, registerRows.position)
    .all()
  return [...groupBy(rows, (row) => row.document).values()].map((own) => own.map(({ label }) => label))
}

/**
 * The labels in the file names of an archive, read by the patterns that an intake starts with. Files are not
 * opened.
 */
export async function labelsOfArchive(archive: string): Promise<LabelSource> {
  const root = await inShare(archive, 'archive')
  const patterns = usualPatterns.map(namePattern)
  const counts = new Map<string, number>()
  let without = 0
  for await (const path of walkArchive(root)) {
    const label = readName(patterns, below(root, path))?.reading.revision
    if (label) counts.set(label, (counts.get(label) ?? 0) + 1)
    else without++
  }
  return { labels: [...counts].map(([label, times]) => ({ label, count: times })), without, histories: [] }
}
