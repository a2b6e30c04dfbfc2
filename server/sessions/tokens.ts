import { randomUUID } from 'node:crypto'
import { and, desc, eq, gt, lte, sql } from 'drizzle-orm'
import { isoDay } from '../../core/attribute'
import type { TokenAct } from '../../shared/token-acts'
import type { AccessToken, NewToken } from '../../shared/answers'
import { record } from '../audit/trail'
import { now } from '../clock'
import { dayFromNow, today } from '../settings/zone'
import { atomically, type Db, oncePerConnection, type Tx } from '../database/connection'
import { accessTokens, people } from '../database/schema'
import type { Account } from '../directory/people'
import { Refusal } from '../refusal'
import { hashOf, newToken } from './secrets'

/** What every token begins with, so that one that was left lying about is known for what it is. */
export const tokenPrefix = 'ilmenite_'
/** The longest that a token may last, in days, and the most that one person may have. */
const longest = 366
const most = 50

/** Makes a token for a script. It is told once; the vault keeps its hash alone. @throws Refusal */
export function addToken(
  db: Db,
  account: Account,
  { name, until, acts }: { name: string; until: string; acts: TokenAct[] },
): NewToken {
  const latest = dayFromNow(db, longest)
  if (isoDay(until) !== until || until < today(db) || until > latest)
    throw new Refusal('invalid', `a token lasts until a day from today to ${latest}, and not until ${until}`)
  return atomically(db, (tx) => {
    tx.delete(accessTokens).where(lte(accessTokens.until, now())).run()
    if (tokensOf(tx, account.id).length >= most)
      throw new Refusal('conflict', `${account.name} has ${most} tokens already: revoke one that is not used`)
    const secret = tokenPrefix + newToken()
    const id = randomUUID()
    tx.insert(accessTokens)
      .values({
        ...{ id, name, tokenHash: hashOf(secret), personId: account.id, at: now() },
        ...{ until: `${until}T23:59:59.999Z`, acts: [...new Set(acts)] },
      })
      .run()
    record(tx, account, {
      code: 'add-token',
      action: 'make an access token',
      subject: { kind: 'person', id: account.id, name: account.name },
      after: { token: name, until, acts },
    })
    return { id, secret }
  })
}

/** The tokens of a person, without what they are. */
export const tokensOf = (tx: Tx, personId: string): AccessToken[] =>
  tx
    .select({
      id: accessTokens.id,
      name: accessTokens.name,
      at: accessTokens.at,
      until: accessTokens.until,
      acts: accessTokens.acts,
      lastUsedAt: accessTokens.lastUsedAt,
    })
    .from(accessTokens)
    .where(eq(accessTokens.personId, personId))
    .orderBy(desc(accessTokens.at))
    .all()

/** Ends a token of a person. @throws Refusal where they have none with this id. */
export function revokeToken(db: Db, actor: Account, personId: string, id: string): void {
  atomically(db, (tx) => {
    const own = and(eq(accessTokens.id, id), eq(accessTokens.personId, personId))
    const token = tx.delete(accessTokens).where(own).returning({ name: accessTokens.name }).get()
    if (!token) throw new Refusal('not-found', 'there is no such token: it may have been revoked already')
    record(tx, actor, {
      code: 'revoke-token',
      action: 'revoke an access token',
      subject: { kind: 'person', id: personId, name: actor.name },
      before: { token: token.name },
    })
  })
}

const statements = oncePerConnection((db) => ({
  holder: db
    .select({
      person: people,
      id: accessTokens.id,
      acts: accessTokens.acts,
      lastUsedAt: accessTokens.lastUsedAt,
    })
    .from(accessTokens)
    .innerJoin(people, eq(people.id, accessTokens.personId))
    .where(
      and(
        eq(accessTokens.tokenHash, sql.placeholder('hash')),
        gt(accessTokens.until, sql.placeholder('now')),
        eq(people.active, true),
      ),
    )
    .prepare(),
}))

/** Whose token it is and what it is good for; undefined where it has ended, or its person has left. */
export function bearerOf(db: Db, secret: string): { account: Account; acts: string[] } | undefined {
  const found = statements(db).holder.get({ hash: hashOf(secret), now: now() })
  if (!found) return undefined
  // Its last use is told to the day: a write for each request would be too many.
  if (found.lastUsedAt?.slice(0, 10) !== now().slice(0, 10))
    db.update(accessTokens).set({ lastUsedAt: now() }).where(eq(accessTokens.id, found.id)).run()
  return { account: found.person, acts: found.acts }
}
