import { and, eq } from 'drizzle-orm'
import { reasonsAgainstReferring } from '../../../core/engine'
import { record } from '../../audit/trail'
import type { Db } from '../../database/connection'
import { documentReferences } from '../../database/schema'
import type { Account } from '../../directory/people'
import { Refusal } from '../../refusal'
import { act, type Chosen, standingOf } from '../act'
import { parentNumbers, relate } from '../references'
import { seenRow } from '../rights'

/**
 * Notes that a document refers to another. @throws Refusal where it would refer to itself in the end, does so already,
 * or the other stands where nothing may newly refer to it.
 */
export function addReference(db: Db, account: Account, chosen: Chosen, to: string): void {
  act(db, account, chosen, ['edit'], (tx, row) => {
    const child = seenRow(tx, account, to)
    const { number } = row
    const standing = standingOf(tx, account, row)
    const reasons = reasonsAgainstReferring({ ...standing, to: child, parentsOf: parentNumbers(tx) })
    if (reasons.length) throw new Refusal('conflict', reasons[0]!.message, reasons)
    relate(tx, row.id, child.id)
    record(tx, account, {
      code: 'refer',
      action: 'add reference',
      subject: { kind: 'document', id: row.id, name: number },
      after: { refersTo: to },
    })
  })
}

/** Takes a reference away. */
export function removeReference(db: Db, account: Account, chosen: Chosen, to: string): void {
  act(db, account, chosen, ['edit'], (tx, row) => {
    const child = seenRow(tx, account, to)
    const { changes } = tx
      .delete(documentReferences)
      .where(and(eq(documentReferences.parent, row.id), eq(documentReferences.child, child.id)))
      .run()
    if (changes === 0) throw new Refusal('not-found', `${row.number} does not refer to ${to}`)
    record(tx, account, {
      code: 'unrefer',
      action: 'remove reference',
      subject: { kind: 'document', id: row.id, name: row.number },
      before: { refersTo: to },
    })
  })
}
