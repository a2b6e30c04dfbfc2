import { and, count, eq, gt } from 'drizzle-orm'
import type { PersonPage } from '../../shared/answers'
import { now } from '../clock'
import type { Db } from '../database/connection'
import { accessTokens, documents, sessions } from '../database/schema'
import { isAlsoInScope, scopeOf } from '../documents/listing/scope'
import { Refusal } from '../refusal'
import { type Account, account as accountOf } from './people'

/** So many documents are named; the others are counted. */
const mostNamed = 200

/** What is somebody’s, as far as the asker may see it; counts are of all there is. @throws Refusal */
export function personPage(db: Db, account: Account, id: string): PersonPage {
  if (!accountOf(db, id)) throw new Refusal('not-found', 'there is no such person in the directory')
  const seen = isAlsoInScope(scopeOf(db, account))
  const named = { number: documents.number, title: documents.title }
  return {
    id,
    checkedOut: db
      .select({ ...named, since: documents.checkedOutAt })
      .from(documents)
      .where(and(eq(documents.checkedOutBy, id), seen))
      .orderBy(documents.number)
      .limit(mostNamed)
      .all(),
    owned: {
      total: db.select({ total: count() }).from(documents).where(eq(documents.owner, id)).get()!.total,
      rows: db
        .select({ ...named, state: documents.state, lifecycle: documents.lifecycle })
        .from(documents)
        .where(and(eq(documents.owner, id), seen))
        .orderBy(documents.place, documents.number)
        .limit(mostNamed)
        .all(),
    },
    sessions: db
      .select({ count: count() })
      .from(sessions)
      .where(and(eq(sessions.personId, id), gt(sessions.until, now())))
      .get()!.count,
    tokens: db
      .select({ count: count() })
      .from(accessTokens)
      .where(and(eq(accessTokens.personId, id), gt(accessTokens.until, now())))
      .get()!.count,
  }
}
