import { and, eq } from 'drizzle-orm'
import { allows, chainTo, type Right } from '../../core/access'
import { lifecycleOf } from '../../core/configuration'
import { allowsAll } from '../../core/engine'
import { published } from '../configuration/published'
import type { Tx } from '../database/connection'
import { documents } from '../database/schema'
import { allFolders } from '../directory/folders'
import { type Account, asPerson, everybody } from '../directory/people'
import { Refusal } from '../refusal'
import { type DocumentRow, notThere, snapshot } from './rows'
import { visible } from './visible'

/** Refuses unless the person has all of the rights on a document that they see, naming what is missing. */
export function requireRights(tx: Tx, account: Account, row: DocumentRow, rights: Right[]): void {
  const { configuration } = published(tx)
  const { reasons } = allowsAll(
    {
      configuration,
      folders: allFolders(tx),
      document: snapshot(tx, row),
      person: asPerson(account),
      people: everybody(tx),
    },
    lifecycleOf(configuration, row.lifecycle),
    rights,
  )
  if (reasons.length)
    throw new Refusal('forbidden', reasons.map((reason) => reason.message).join('; '), reasons)
}

/** Where a document stands, as far as rights on it go. */
export type Placed = Pick<DocumentRow, 'folder' | 'lifecycle' | 'state'>

/** Whether a person has a right on a document: for documents that were found by other ways than a search. */
export function holds(tx: Tx, account: Account, right: Right): (document: Placed) => boolean {
  const { configuration } = published(tx)
  const folders = allFolders(tx)
  const person = asPerson(account)
  return ({ folder, lifecycle, state }) => {
    const states = configuration.lifecycles.find(({ id }) => id === lifecycle)?.states
    const use = states?.find((other) => other.state === state)
    return use !== undefined && allows(person, chainTo(folders, folder), use, right)
  }
}

export const seenBy = (tx: Tx, account: Account) => holds(tx, account, 'see')

/**
 * A document that a person may see. One that they may not is looked for by the same query as one that is not there,
 * and answered alike, so that neither words nor time tell the two apart.
 * @throws Refusal
 */
export function seenRow(tx: Tx, account: Account, number: string): DocumentRow {
  const row = tx
    .select()
    .from(documents)
    .where(and(eq(documents.number, number), visible(tx, account)))
    .get()
  if (!row) throw notThere(number)
  return row
}

/** Refuses unless a person may see a document, known by its id, and its history. */
export function requireHistory(tx: Tx, account: Account, id: string): void {
  const row = tx
    .select()
    .from(documents)
    .where(and(eq(documents.id, id), visible(tx, account)))
    .get()
  if (!row) throw new Refusal('not-found', 'there is no such document that you may see')
  requireRights(tx, account, row, ['history'])
}
