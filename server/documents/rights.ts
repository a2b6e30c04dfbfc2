import { eq, sql } from 'drizzle-orm'
import { relationOf, type Right } from '../../core/access'
import { lifecycleOf } from '../../core/configuration'
import { allowsAll } from '../../core/engine'
import { published } from '../configuration/published'
import { oncePerConnection, type Tx } from '../database/connection'
import { documents } from '../database/schema'
import { allFolders } from '../directory/folders'
import { type Account, asPerson, everybody } from '../directory/people'
import { Refusal } from '../refusal'
import { documentColumns, folderPath } from './columns'
import { type DocumentRow, notThere, snapshot } from './rows'
import { rightInPlaces } from './sights'

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

/** Where a document stands and whom it belongs to, as far as rights on it go. */
export type Placed = Pick<DocumentRow, 'folder' | 'lifecycle' | 'state' | 'owner' | 'creator'>

/** Whether a person has a right on a document: for documents that were found by other ways than a search. */
export function holds(tx: Tx, account: Account, right: Right): (document: Placed) => boolean {
  const inPlace = rightInPlaces(tx, asPerson(account), right)
  return (document) => inPlace(document, relationOf(account, document))
}

export const seenBy = (tx: Tx, account: Account) => holds(tx, account, 'see')

const placed = {
  folder: folderPath,
  lifecycle: documents.lifecycle,
  state: documents.state,
  owner: documents.owner,
  creator: documents.creator,
}
const statements = oncePerConnection((db) => {
  const where = (column: typeof documents.number | typeof documents.id) =>
    eq(column, sql.placeholder('value'))
  const [byNumber, byId] = [where(documents.number), where(documents.id)]
  return {
    placeByNumber: db.select(placed).from(documents).where(byNumber).prepare(),
    byNumber: db.select(documentColumns).from(documents).where(byNumber).prepare(),
    placeById: db.select(placed).from(documents).where(byId).prepare(),
    byId: db.select(documentColumns).from(documents).where(byId).prepare(),
  }
})

/**
 * A document that a person may see. Whether they may is known from where it stands, by one query that is the same for
 * one that they may not see and one that is not there; both are answered alike, so that neither words nor time nor the
 * number of queries tell the two apart.
 * @throws Refusal
 */
export function seenRow(tx: Tx, account: Account, number: string): DocumentRow {
  const isSeen = seenBy(tx, account)
  const place = statements(tx).placeByNumber.get({ value: number })
  if (!place || !isSeen(place)) throw notThere(number)
  return statements(tx).byNumber.get({ value: number })!
}

/** Refuses unless a person may see a document, known by its id, and its history. */
export function requireHistory(tx: Tx, account: Account, id: string): void {
  const isSeen = seenBy(tx, account)
  const place = statements(tx).placeById.get({ value: id })
  if (!place || !isSeen(place)) throw new Refusal('not-found', 'there is no such document that you may see')
  requireRights(tx, account, statements(tx).byId.get({ value: id })!, ['history'])
}
