import { and, asc, eq, gt, sql } from 'drizzle-orm'
import { documents, intakeDocuments } from '../database/schema'
import type { Tx } from '../database/connection'
import { referencesBelow, relate } from '../documents/references'
import type { JobContext } from '../jobs/job-kind'

/** Documents whose references are noted in one transaction. */
const atATime = 100

/** How many references were noted, and how many were left out, and why. */
export interface Linked {
  references: number
  'references back to themselves': number
  'references to what did not come in': number
}

/**
 * Notes what the documents that an intake brought in refer to, once all of them are there; a second time changes
 * nothing.
 */
export function linkReferences({ db, portion }: Pick<JobContext, 'db' | 'portion'>, intake: string): Linked {
  const linked: Linked = {
    references: 0,
    'references back to themselves': 0,
    'references to what did not come in': 0,
  }
  for (let after = 0; ;) {
    const rows = db
      .select({
        ...{ position: intakeDocuments.position, document: intakeDocuments.document },
        number: intakeDocuments.number,
        plan: intakeDocuments.plan,
      })
      .from(intakeDocuments)
      .where(
        and(
          ...[eq(intakeDocuments.intake, intake), eq(intakeDocuments.status, 'done')],
          gt(intakeDocuments.position, after),
          sql`json_array_length(plan, '$.references') > 0`,
        ),
      )
      .orderBy(asc(intakeDocuments.position))
      .limit(atATime)
      .all()
    if (!rows.length) return linked
    after = rows.at(-1)!.position
    portion((tx) => {
      for (const { document, number, plan } of rows)
        for (const { number: to } of plan.references) linked[link(tx, { id: document!, number }, to)]++
    })
  }
}

function link(tx: Tx, parent: { id: string; number: string }, to: string): keyof Linked {
  const child = tx.select({ id: documents.id }).from(documents).where(eq(documents.number, to)).get()
  if (!child) return 'references to what did not come in'
  const below = referencesBelow(tx, child.id, () => true)
  if (child.id === parent.id || below.some(({ number }) => number === parent.number))
    return 'references back to themselves'
  relate(tx, parent.id, child.id)
  return 'references'
}
