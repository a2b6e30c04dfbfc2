import { and, count, desc, eq, gt, isNotNull, isNull, sql } from 'drizzle-orm'
import type { Finding } from '../../core/check'
import type { Overview } from '../../shared/answers'
import { readDraft } from '../configuration/draft'
import { published } from '../configuration/published'
import { notWaived } from '../configuration/waivers'
import type { Db } from '../database/connection'
import type { Account } from '../directory/people'
import { documents, intakes, outbox, places } from '../database/schema'
import { intakePage } from '../intake/queries'
import { listJobs } from '../jobs/queries'
import { leftToDo } from '../set-up/left'
import { longestWaiting, stuckRounds } from './waiting'

/** How many documents stand in each state, and for how long, from what is counted of each place. */
function standingNow(db: Db): Overview['standing'] {
  const oldest = sql`(select ${documents.stateSince} from ${documents}
    where ${documents.lifecycle} = ${places.lifecycle} and ${documents.state} = ${places.state}
    order by ${documents.stateSince} limit 1)`
  return db
    .select({
      lifecycle: places.lifecycle,
      state: places.state,
      count: sql<number>`sum(${places.documents})`,
      days: sql<number>`(unixepoch('now') - sum(${places.since}) * 1.0 / sum(${places.documents})) / 86400`,
      longest: sql<number>`julianday('now') - julianday(${oldest})`,
    })
    .from(places)
    .where(gt(places.documents, 0))
    .groupBy(places.lifecycle, places.state)
    .all()
}

/**
 * What waits for the administrator, and how long documents stand in each state.
 * @param findings those on the draft, where it has been checked
 */
export function overview(db: Db, account: Account, findings: Finding[] | null): Overview {
  const standing = standingNow(db)
  const { edits, cursor, number } = readDraft(db)
  return {
    documents: standing.reduce((sum, row) => sum + row.count, 0),
    checkedOut: db
      .select({ count: count() })
      .from(documents)
      .where(sql`${documents.checkedOutBy} is not null`)
      .get()!.count,
    standing,
    published: { id: published(db).id, at: published(db).at, personName: published(db).personName },
    draft: { number, edits: cursor, last: edits[cursor - 1]?.words ?? null },
    findings: findings && notWaived(db, findings),
    jobs: listJobs(db, account, { status: ['queued', 'running'], limit: 20 }),
    failed: listJobs(db, account, { status: ['failed'], limit: 5 }),
    unsent: unsentLetters(db),
    waiting: longestWaiting(db, account),
    stuck: stuckRounds(db, account),
    intakes: db
      .select({ id: intakes.id })
      .from(intakes)
      .where(eq(intakes.stage, 'read'))
      .all()
      .map(({ id }) => {
        const { intake, documents: planned } = intakePage(db, id)
        return { id, name: intake.name, ready: planned.ready ?? 0, held: planned.held ?? 0 }
      }),
    left: leftToDo(db),
  }
}

/** Letters that a mail server has refused or not taken, whether or not they are tried again. */
function unsentLetters(db: Db): Overview['unsent'] {
  const refused = and(isNull(outbox.sentAt), isNotNull(outbox.problem))
  const newest = db.select().from(outbox).where(refused).orderBy(desc(outbox.id)).limit(1).get()
  return {
    count: newest ? db.select({ count: count() }).from(outbox).where(refused).get()!.count : 0,
    problem: newest?.problem ?? null,
  }
}
