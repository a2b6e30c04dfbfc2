import { and, eq } from 'drizzle-orm'
import { upToDate } from '../bindings/up-to-date'
import type { Writing } from '../bindings/write'
import type { Tx } from '../database/connection'
import { renditions, versions } from '../database/schema'
import type { Account } from '../directory/people'
import { Refusal } from '../refusal'
import { requireRights, seenRow } from './rights'
import { laterContent } from './rows'

type VersionRow = typeof versions.$inferSelect

/**
 * A version whose content a person may download: the current one needs `open`, an older one `history` too. It comes
 * with its newest content, in which the vault may have written, or with the one that came in.
 * @throws Refusal
 */
export function versionToOpen(
  tx: Tx,
  account: Account,
  number: string,
  asked: string,
  asItCameIn = false,
): VersionRow {
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
  const later = asItCameIn ? undefined : laterContent(tx, row.id, wanted)
  return later ? { ...version, sha256: later.sha256, size: later.size } : version
}

/** The same once everything that is to be written into its file has been. @throws Refusal */
export async function currentVersion(
  context: Omit<Writing, 'isWorking'> & { account: Account; runner: { isBringingIn: boolean } },
  number: string,
  asked: string,
  asItCameIn = false,
): Promise<VersionRow> {
  const { db, account, runner } = context
  const read = () => versionToOpen(db, account, number, asked, asItCameIn)
  const { document } = read()
  if (!asItCameIn) await upToDate({ ...context, isWorking: () => runner.isBringingIn }, document)
  return read()
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
