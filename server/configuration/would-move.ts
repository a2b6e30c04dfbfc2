import { and, asc, eq, inArray } from 'drizzle-orm'
import { type Configuration, lifecycleOf } from '../../core/configuration'
import { type DocumentSnapshot, holding } from '../../core/engine'
import type { WouldMove } from '../../shared/answers'
import type { Tx } from '../database/connection'
import { documents } from '../database/schema'
import type { Account } from '../directory/people'
import { documentColumns } from '../documents/columns'
import { seenBy } from '../documents/rights'
import { drafted } from './draft'
import { published } from './published'

/** So many documents are looked at, and so many are named. */
const mostLooked = 50_000
const mostNamed = 10_000

/**
 * The documents that would move by themselves once the draft is in force, and would not now: a publish moves nothing,
 * and the administrator lets them move as a job, or not.
 */
export function wouldMove(tx: Tx, account: Account): WouldMove {
  const before = published(tx).configuration
  const after = drafted(tx)
  const isSeen = seenBy(tx, account)
  const answer: WouldMove = { numbers: [], count: 0, looked: 0, isWhole: true }
  for (const { id, transitions } of after.lifecycles) {
    const states = transitions.flatMap(({ trigger, from }) => (trigger === 'unattended' ? from : []))
    if (states.length === 0 || !changesMoves(before, after, id)) continue
    const rows = tx
      .select(documentColumns)
      .from(documents)
      .where(and(eq(documents.lifecycle, id), inArray(documents.state, states)))
      .orderBy(asc(documents.number))
      .limit(mostLooked + 1)
      .all()
    if (rows.length > mostLooked) answer.isWhole = false
    for (const row of rows.slice(0, mostLooked)) {
      answer.looked++
      const document = { ...row, register: [], checkedOutBy: null }
      if (moves(before, document) || !moves(after, document)) continue
      if (!isSeen(row)) continue
      answer.count++
      if (answer.numbers.length < mostNamed) answer.numbers.push(row.number)
    }
  }
  return answer
}

/** Whether exactly one guard holds for a document where it stands. */
function moves(configuration: Configuration, document: DocumentSnapshot): boolean {
  const lifecycle = configuration.lifecycles.find(({ id }) => id === document.lifecycle)
  return !!lifecycle && holding({ configuration, document }, lifecycle).length === 1
}

/** Whether anything that unattended moves of a lifecycle rest on is another. */
function changesMoves(before: Configuration, after: Configuration, id: string): boolean {
  const unattended = (configuration: Configuration) =>
    configuration.lifecycles.some((one) => one.id === id)
      ? lifecycleOf(configuration, id).transitions.filter(({ trigger }) => trigger === 'unattended')
      : []
  const basis = (configuration: Configuration) =>
    JSON.stringify([unattended(configuration), configuration.attributes])
  return basis(before) !== basis(after)
}
