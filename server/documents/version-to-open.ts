import { and, eq } from 'drizzle-orm'
import type { Tx } from '../database/connection'
import { renditions, versions } from '../database/schema'
import type { Account } from '../directory/people'
import { Refusal } from '../refusal'
import { requireRights, seenRow } from './rights'

type VersionRow = typeof versions.$inferSelect

/**
 * A version whose content a person may download: the current one needs `open`, an older one `history` too.
 * @throws Refusal
 */
export function versionToOpen(tx: Tx, account: Account, number: string, asked: string): VersionRow {
  const row = seenRow(tx, account, number)
  const wanted = /^[1-9]\d{0,8}$/.test(asked) ? Number(asked) : undefined
  requireRights(tx, account, row, wanted === row.version ? ['open'] : ['open', 'history'])
  if (wanted === undefined) throw new Refusal('not-found', `${row.number} has no version “${asked}”`)
  const version = tx
    .select()
    .from(versions)
    .where(and(eq(versions.document, row.id), eq(versions.version, wanted)))
    .get()
  if (!version) throw new Refusal('not-found', `${row.number} has no version ${asked}`)
  return version
}

/** The PDF that was made of a version. @throws Refusal where none was. */
export function renditionOf(tx: Tx, { document, version }: VersionRow): typeof renditions.$inferSelect {
  const made = tx
    .select()
    .from(renditions)
    .where(and(eq(renditions.document, document), eq(renditions.version, version)))
    .get()
  if (!made) throw new Refusal('not-found', `no PDF was made of version ${version}`)
  return made
}
