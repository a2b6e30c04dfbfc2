import { relative, sep } from 'node:path'
import { and, count, eq, gte, lte, or } from 'drizzle-orm'
import { namePattern, readName, usualPatterns } from '../../core/intake'
import type { Db } from '../database/connection'
import { documents } from '../database/schema'
import { inShare, walkArchive } from './archives'
import type { Account } from './people'
import { visible } from './vault-query'

/** A label as it is written somewhere, and how often. */
export interface LabelCount {
  label: string
  count: number
}

/** Labels taken from somewhere; `without` counts what has none. */
export interface LabelSource {
  labels: LabelCount[]
  without: number
}

/** The labels of the documents in a folder and below, those that the caller may see. */
export function labelsOfFolder(db: Db, account: Account, folder: string): LabelSource {
  const within =
    folder === '/'
      ? undefined
      : or(
          eq(documents.folder, folder),
          and(gte(documents.folder, `${folder}/`), lte(documents.folder, `${folder}/\uffff`)),
        )
  const rows = db
    .select({ label: documents.revision, count: count() })
    .from(documents)
    .where(and(within, visible(db, account)))
    .groupBy(documents.revision)
    .all()
  return {
    labels: rows.flatMap(({ label, count: times }) => (label === null ? [] : [{ label, count: times }])),
    without: rows.find(({ label }) => label === null)?.count ?? 0,
  }
}

/** The labels in the file names of an archive, read by the patterns that an intake starts with. Files are not opened. */
export async function labelsOfArchive(archive: string): Promise<LabelSource> {
  const root = await inShare(archive, 'archive')
  const patterns = usualPatterns.map(namePattern)
  const counts = new Map<string, number>()
  let without = 0
  for await (const path of walkArchive(root)) {
    const label = readName(patterns, relative(root, path).split(sep).join('/'))?.reading.revision
    if (label) counts.set(label, (counts.get(label) ?? 0) + 1)
    else without++
  }
  return { labels: [...counts].map(([label, times]) => ({ label, count: times })), without }
}
