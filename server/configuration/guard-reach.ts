import { and, eq, inArray } from 'drizzle-orm'
import { ConditionError, parseCondition, predicate } from '../../core/condition'
import { conditionRecord } from '../../core/engine'
import type { GuardReach } from '../../shared/answers'
import type { Db } from '../database/connection'
import { documents } from '../database/schema'
import type { Account } from '../directory/people'
import { seenBy } from '../documents/rights'
import { documentColumns } from '../documents/columns'
import { drafted } from './draft'

/** More documents than this are not asked one by one while somebody types. */
const most = 20_000

export type GuardAnswer = GuardReach | { fault: { message: string; position: number } }

/** As `guardReach`; a guard that cannot be read is an answer too. */
export function guardReachOrFault(...asked: Parameters<typeof guardReach>): GuardAnswer {
  try {
    return guardReach(...asked)
  } catch (error) {
    if (!(error instanceof ConditionError)) throw error
    return { fault: { message: error.message, position: error.position } }
  }
}

/**
 * How many of the documents standing in some states meet a guard now; a few that do, and a few that do not, are
 * named as far as the asker may see them.
 * @throws ConditionError
 */
function guardReach(
  db: Db,
  account: Account,
  lifecycle: string,
  states: string[],
  guard: string,
): GuardReach {
  const configuration = drafted(db)
  const meets = predicate(parseCondition(guard, configuration.attributes))
  const rows = db
    .select(documentColumns)
    .from(documents)
    .where(and(eq(documents.lifecycle, lifecycle), inArray(documents.state, states)))
    .limit(most)
    .all()
  const isSeen = seenBy(db, account)
  const meeting: string[] = []
  const missing: string[] = []
  let holds = 0
  for (const row of rows) {
    const document = { ...row, register: [], checkedOutBy: null }
    const does = meets(conditionRecord(configuration, document))
    if (does) holds++
    const few = does ? meeting : missing
    if (few.length < 3 && isSeen(row)) few.push(row.number)
  }
  return { holds, asked: rows.length, meeting, missing }
}
