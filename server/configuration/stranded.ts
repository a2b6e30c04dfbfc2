import { and, count, eq, inArray } from 'drizzle-orm'
import { type Configuration, stateName } from '../../core/configuration'
import type { Stranded } from '../../shared/answers'
import type { Tx } from '../database/connection'
import { documents } from '../database/schema'

/** The documents that putting a configuration in force would leave nowhere, by lifecycle and state. */
export function strandedDocuments(tx: Tx, before: Configuration, after: Configuration): Stranded[] {
  return before.lifecycles.flatMap((lifecycle) => {
    const kept = after.lifecycles.find(({ id }) => id === lifecycle.id)?.states.map((use) => use.state) ?? []
    const removed = lifecycle.states.map((use) => use.state).filter((state) => !kept.includes(state))
    if (removed.length === 0) return []
    const standing = tx
      .select({ state: documents.state, count: count() })
      .from(documents)
      .where(and(eq(documents.lifecycle, lifecycle.id), inArray(documents.state, removed)))
      .groupBy(documents.state)
      .all()
    return standing.map((row): Stranded => ({
      lifecycle: lifecycle.id,
      lifecycleName: lifecycle.name,
      stateName: stateName(before, row.state),
      targets: kept,
      ...row,
    }))
  })
}
