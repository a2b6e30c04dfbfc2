import { and, count, eq, inArray, isNotNull } from 'drizzle-orm'
import { type Configuration, stateName } from '../../core/configuration'
import type { Stranded } from '../../shared/answers'
import type { Tx } from '../database/connection'
import { documents, people } from '../database/schema'
import type { Account } from '../directory/people'
import { isAlsoInScope, scopeOf } from '../documents/listing/scope'

/** The documents that putting a configuration in force would leave nowhere, by lifecycle and state. */
export function strandedDocuments(
  tx: Tx,
  account: Account,
  before: Configuration,
  after: Configuration,
): Stranded[] {
  return before.lifecycles.flatMap((lifecycle) => {
    const kept = after.lifecycles.find(({ id }) => id === lifecycle.id)?.states.map((use) => use.state) ?? []
    const removed = lifecycle.states.map((use) => use.state).filter((state) => !kept.includes(state))
    if (removed.length === 0) return []
    const standing = tx
      .select({ state: documents.state, count: count(), held: count(documents.checkedOutBy) })
      .from(documents)
      .where(and(eq(documents.lifecycle, lifecycle.id), inArray(documents.state, removed)))
      .groupBy(documents.state)
      .all()
    return standing.map(({ held, ...row }): Stranded => ({
      lifecycle: lifecycle.id,
      lifecycleName: lifecycle.name,
      stateName: stateName(before, row.state),
      targets: kept,
      checkedOut: { count: held, named: held ? namedHeld(tx, account, lifecycle.id, row.state) : [] },
      ...row,
    }))
  })
}

const namedAtMost = 5

/** A few documents of a state that are checked out, and by whom. */
function namedHeld(tx: Tx, account: Account, lifecycle: string, state: string) {
  return tx
    .select({ number: documents.number, by: people.name })
    .from(documents)
    .innerJoin(people, eq(people.id, documents.checkedOutBy))
    .where(
      and(
        eq(documents.lifecycle, lifecycle),
        eq(documents.state, state),
        isNotNull(documents.checkedOutBy),
        isAlsoInScope(scopeOf(tx, account)),
      ),
    )
    .orderBy(documents.number)
    .limit(namedAtMost)
    .all()
}
