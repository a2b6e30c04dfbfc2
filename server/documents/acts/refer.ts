import { and, eq } from 'drizzle-orm'
import { wouldLoop } from '../../../core/engine'
import { record } from '../../audit/trail'
import type { Db } from '../../database/connection'
import { documentReferences } from '../../database/schema'
import type { Account } from '../../directory/people'
import { Refusal } from '../../refusal'
import { act, type Chosen } from '../act'
import { childrenOf, parentNumbers, relate } from '../references'
import { seenRow } from '../rights'

/**
 * Notes that a document refers to another. @throws Refusal where it would refer to itself in the end, or does
 * so already.
 */
export function addReference(db: Db, account: Account, chosen: Chosen, to: string): void {
  act(db, account, chosen, ['edit'], (tx, row) => {
    const child = seenRow(tx, account, to)
    const { number } = row
    if (wouldLoop(number, to, parentNumbers(tx)))
      throw new Refusal(
        'conflict',
        `${to} refers to ${number} already, itself or through others: a document cannot be a part of itself`,
      )
    if (childrenOf(tx, row.id).some((other) => other.id === child.id))
      throw new Refusal('conflict', `${number} refers to ${to} already`)
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
