import { eq, or } from 'drizzle-orm'
import type { HandedOver } from '../../shared/answers'
import { record } from '../audit/trail'
import { atomically, type Db, type Tx } from '../database/connection'
import { documents } from '../database/schema'
import { documentColumns } from '../documents/columns'
import { type DocumentRow, update } from '../documents/rows'
import { Refusal } from '../refusal'
import { type Account, account as accountOf } from './people'

/** So many documents go in one transaction, so that nobody else waits long. */
const atOnce = 50

/**
 * Gives what is somebody’s to somebody else: what they have checked out is given back first, then everything that
 * belongs to them is handed on. Some documents at a time; `left` says whether to ask again. @throws Refusal
 */
export function handOver(db: Db, actor: Account, from: string, to: string, comment: string): HandedOver {
  return atomically(db, (tx) => {
    const [person, heir] = [accountOf(tx, from), accountOf(tx, to)]
    if (!person) throw new Refusal('not-found', 'there is no such person in the directory')
    if (!heir?.active) throw new Refusal('invalid', 'choose somebody who is active to hand it on to')
    if (heir.id === person.id)
      throw new Refusal('invalid', `it is ${person.name}’s already: choose somebody else`)
    const own = or(eq(documents.owner, from), eq(documents.checkedOutBy, from))
    const rows = tx.select(documentColumns).from(documents).where(own).limit(atOnce).all()
    const counts = { handedOn: 0, givenBack: 0 }
    for (const row of rows) {
      const passed = passOn(tx, actor, row, person, heir, comment)
      if (passed.givenBack) counts.givenBack++
      if (passed.handedOn) counts.handedOn++
    }
    const isMore = tx.select({ id: documents.id }).from(documents).where(own).limit(1).get()
    return { ...counts, left: isMore ? 1 : 0 }
  })
}

function passOn(tx: Tx, actor: Account, row: DocumentRow, person: Account, heir: Account, why: string) {
  const subject = { kind: 'document' as const, id: row.id, name: row.number }
  const givenBack = row.checkedOutBy === person.id
  // What somebody else has checked out is handed on too: nobody’s work is lost by that.
  const handedOn = row.owner === person.id
  update(tx, row, {
    ...(givenBack ? { checkedOutBy: null, checkedOutAt: null } : {}),
    ...(handedOn ? { owner: heir.id } : {}),
  })
  if (givenBack)
    record(tx, actor, {
      ...{ code: 'undo-check-out' as const, action: 'give back', subject, why },
      before: { checkedOutBy: person.name, since: row.checkedOutAt },
      after: { version: row.version },
    })
  if (handedOn)
    record(tx, actor, {
      ...{ code: 'hand-on' as const, action: 'hand on', subject, why },
      before: { owner: person.name },
      after: { owner: heir.name },
    })
  return { givenBack, handedOn }
}
