import { and, eq, inArray } from 'drizzle-orm'
import { parseCondition, predicate } from '../../core/condition'
import { conditionRecord } from '../../core/engine'
import type { GuardReach } from '../../shared/answers'
import type { Db } from '../database/connection'
import { documents } from '../database/schema'
import { drafted } from './draft'

/** More documents than this are not asked one by one while somebody types. */
const most = 20_000

/** How many of the documents standing in some states meet a guard now, and a few that do not. @throws ConditionError */
export function guardReach(db: Db, lifecycle: string, states: string[], guard: string): GuardReach {
  const configuration = drafted(db)
  const meets = predicate(parseCondition(guard, configuration.attributes))
  const rows = db
    .select()
    .from(documents)
    .where(and(eq(documents.lifecycle, lifecycle), inArray(documents.state, states)))
    .limit(most)
    .all()
  const meeting: string[] = []
  const missing: string[] = []
  let holds = 0
  for (const row of rows) {
    const document = { ...row, register: [], checkedOutBy: null }
    const does = meets(conditionRecord(configuration, document))
    if (does) holds++
    const few = does ? meeting : missing
    if (few.length < 3) few.push(row.number)
  }
  return { holds, asked: rows.length, meeting, missing }
}
