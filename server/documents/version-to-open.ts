import { and, eq } from 'drizzle-orm'
import type { Version } from '../../shared/answers'
import type { Tx } from '../database/connection'
import { versions } from '../database/schema'
import type { Account } from '../directory/people'
import { Refusal } from '../refusal'
import { requireRights, seenRow } from './rights'

/**
 * A version whose content a person may download: the current one needs `open`, an older one `history` too.
 * @throws Refusal
 */
export function versionToOpen(tx: Tx, account: Account, number: string, asked: string): Version {
  const row = seenRow(tx, account, number)
  requireRights(tx, account, row, Number(asked) === row.version ? ['open'] : ['open', 'history'])
  const version = tx
    .select()
    .from(versions)
    .where(and(eq(versions.document, row.id), eq(versions.version, Number(asked))))
    .get()
  if (!version) throw new Refusal('not-found', `${row.number} has no version ${asked}`)
  return version
}
