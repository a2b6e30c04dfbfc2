import { and, count, eq } from 'drizzle-orm'
import { below } from '../../archive/find-file'
import { walkArchive } from '../../archive/walk'
import { namePattern, readName, usualPatterns } from '../../core/intake'
import { groupBy } from '../../core/support'
import type { LabelSource } from '../../shared/answers'
import type { Db } from '../database/connection'
import { documents, registerRows } from '../database/schema'
import type { Account } from '../directory/people'
import { inShare } from '../intake/share'
import { inFolder, visible } from './visible'

/** The labels of the documents in a folder and below, those that the caller may see. */
export function labelsOfFolder(db: Db, account: Account, folder: string): LabelSource {
  const rows = db
    .select({ label: documents.revision, count: count() })
    .from(documents)
    .where(and(inFolder(folder), visible(db, account)))
    .groupBy(documents.revision)
    .all()
  return {
    labels: rows.flatMap(({ label, count: times }) => (label === null ? [] : [{ label, count: times }])),
    without: rows.find(({ label }) => label === null)?.count ?? 0,
    histories: historiesIn(db, account, folder),
  }
}

/** So many register rows tell the order of the series; more of them would say the same. */
const mostRows = 20_000

/** The registers of the documents in a folder and below, those that the caller may see, as far as they are read. */
function historiesIn(db: Db, account: Account, folder: string): string[][] {
  const rows = db
    .select({ document: registerRows.document, label: registerRows.label })
    .from(registerRows)
    .innerJoin(documents, eq(documents.id, registerRows.document))
    .where(and(inFolder(folder), visible(db, account)))
    .orderBy(registerRows.document, registerRows.position)
    .limit(mostRows)
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
