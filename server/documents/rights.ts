import { allows, chainTo, type Right } from '../../core/access'
import { lifecycleOf } from '../../core/configuration'
import { allowsAll } from '../../core/engine'
import { published } from '../configuration/published'
import type { Tx } from '../database/connection'
import { allFolders } from '../directory/folders'
import { type Account, asPerson } from '../directory/people'
import { Refusal } from '../refusal'
import { type DocumentRow, documentRow, documentRowById, notThere, snapshot } from './rows'

/** Refuses unless the person has all of the rights on the document, naming what is missing. */
export function requireRights(tx: Tx, account: Account, row: DocumentRow, rights: Right[]): void {
  const { configuration } = published(tx)
  const { reasons } = allowsAll(
    { configuration, folders: allFolders(tx), document: snapshot(tx, row), person: asPerson(account) },
    lifecycleOf(configuration, row.lifecycle),
    rights,
  )
  if (reasons.length === 0) return
  if (rights.includes('see')) throw notThere(row.number)
  throw new Refusal('forbidden', reasons.map((reason) => reason.message).join('; '), reasons)
}

/** Where a document stands, as far as seeing it goes. */
export type Placed = Pick<DocumentRow, 'folder' | 'lifecycle' | 'state'>

/** Whether a person may see a document: for lists of documents that were found by other ways than a search. */
export function seenBy(tx: Tx, account: Account): (document: Placed) => boolean {
  const { configuration } = published(tx)
  const folders = allFolders(tx)
  const person = asPerson(account)
  return ({ folder, lifecycle, state }) => {
    const states = configuration.lifecycles.find(({ id }) => id === lifecycle)?.states
    const use = states?.find((other) => other.state === state)
    return use !== undefined && allows(person, chainTo(folders, folder), use, 'see')
  }
}

/** Refuses unless a person may see a document, known by its id, and its history. */
export function requireHistory(tx: Tx, account: Account, id: string): void {
  const row = documentRowById(tx, id)
  if (!seenBy(tx, account)(row)) throw new Refusal('not-found', 'there is no such document that you may see')
  requireRights(tx, account, row, ['history'])
}

/** A document that a person may see. @throws Refusal where there is none, or they may not. */
export function seenRow(tx: Tx, account: Account, number: string): DocumentRow {
  const row = documentRow(tx, number)
  requireRights(tx, account, row, ['see'])
  return row
}
