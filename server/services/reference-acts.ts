import { and, eq } from 'drizzle-orm'
import { wouldLoop } from '../../core/engine'
import type { Db } from '../database/connection'
import { documentReferences } from '../database/schema'
import { record } from './audit'
import { act, documentRow, requireRights } from './documents'
import { Refusal } from './errors'
import type { Account } from './people'
import { childrenOf, parentNumbers, relate } from './references'

/** Notes that a document refers to another. @throws Refusal where it would refer to itself in the end, or does so already. */
export function addReference(db: Db, account: Account, number: string, change: number, to: string): void {
  act(db, account, number, change, ['edit'], (tx, row) => {
    const child = documentRow(tx, to)
    requireRights(tx, account, child, ['see'])
    if (wouldLoop(number, to, parentNumbers(tx)))
      throw new Refusal(
        409,
        `${to} refers to ${number} already, itself or through others: a document cannot be a part of itself`,
      )
    if (childrenOf(tx, row.id).some((other) => other.id === child.id))
      throw new Refusal(409, `${number} refers to ${to} already`)
    relate(tx, row.id, child.id)
    record(tx, account, {
      action: 'add reference',
      subject: { kind: 'document', id: row.id, name: number },
      after: { refersTo: to },
    })
  })
}

/** Takes a reference away. */
export function removeReference(db: Db, account: Account, number: string, change: number, to: string): void {
  act(db, account, number, change, ['edit'], (tx, row) => {
    const child = documentRow(tx, to)
    requireRights(tx, account, child, ['see'])
    const gone = tx
      .delete(documentReferences)
      .where(and(eq(documentReferences.parent, row.id), eq(documentReferences.child, child.id)))
      .run()
    if (gone.changes === 0) throw new Refusal(404, `${number} does not refer to ${to}`)
    record(tx, account, {
      action: 'remove reference',
      subject: { kind: 'document', id: row.id, name: number },
      before: { refersTo: to },
    })
  })
}
