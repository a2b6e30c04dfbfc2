import { randomUUID } from 'node:crypto'
import { and, desc, eq, gt, lte, ne, notInArray, or, sql } from 'drizzle-orm'
import { clock, now } from '../clock'
import { type Db, oncePerConnection, type Tx } from '../database/connection'
import { knownBrowsers, people, sessions } from '../database/schema'
import { type Account, account as accountOf } from '../directory/people'
import type { OwnSession } from '../../shared/answers'
import { Refusal } from '../refusal'
import { hashOf, newToken } from './secrets'

/** How long a sign-in lasts, in seconds. */
export const sessionLasts = 12 * 60 * 60
/** How long a browser is remembered, in seconds. */
export const browserLasts = 365 * 24 * 60 * 60

const before = (seconds: number): string => new Date(clock.now().getTime() - seconds * 1000).toISOString()

/** Signs a person in. @returns the token that the browser keeps, 256 random bits. */
export function beginSession(db: Db, personId: string, browser?: string): string {
  const token = newToken()
  const until = new Date(clock.now().getTime() + sessionLasts * 1000).toISOString()
  db.delete(sessions).where(lte(sessions.until, now())).run()
  db.insert(sessions)
    .values({
      ...{ tokenHash: hashOf(token), id: randomUUID(), personId, at: now(), until },
      browser: browser?.slice(0, 300) ?? null,
    })
    .run()
  return token
}

const statements = oncePerConnection((db) => ({
  holder: db
    .select({ person: people, lookingAs: sessions.lookingAs })
    .from(sessions)
    .innerJoin(people, eq(people.id, sessions.personId))
    .where(
      and(
        eq(sessions.tokenHash, sql.placeholder('hash')),
        gt(sessions.until, sql.placeholder('now')),
        eq(people.active, true),
      ),
    )
    .prepare(),
}))

/** Whose session it is, and as whom they look at the vault, where they do. */
export interface Holder {
  person: Account
  lookingAs?: Account
}

/** Whose session a token stands for: nobody’s once it has ended, or once the person has left. */
export function holderOf(tx: Tx, token: string): Holder | undefined {
  const found = statements(tx).holder.get({ hash: hashOf(token), now: now() })
  if (!found) return undefined
  const { person, lookingAs } = found
  // Whoever is no administrator any more looks with their own eyes.
  const other = lookingAs && person.administrator ? accountOf(tx, lookingAs) : undefined
  return other?.active ? { person, lookingAs: other } : { person }
}

/** The sessions of a person, without what they are. */
export const sessionsOf = (tx: Tx, personId: string, current: string): OwnSession[] =>
  tx
    .select({
      id: sessions.id,
      at: sessions.at,
      until: sessions.until,
      browser: sessions.browser,
      hash: sessions.tokenHash,
    })
    .from(sessions)
    .where(and(eq(sessions.personId, personId), gt(sessions.until, now())))
    .orderBy(desc(sessions.at))
    .all()
    .map(({ hash, ...session }) => ({ ...session, current: hash === hashOf(current) }))

/** Ends one of a person’s sessions by what its list shows of it. @throws Refusal where there is none. */
export function endSessionById(tx: Tx, personId: string, id: string): void {
  const { changes } = tx
    .delete(sessions)
    .where(and(eq(sessions.personId, personId), eq(sessions.id, id)))
    .run()
  if (changes === 0) throw new Refusal('not-found', 'there is no such session: it may have ended already')
}

/** Sets as whom a session looks at the vault; null for its own person. */
export function lookAs(tx: Tx, token: string, person: string | null): void {
  tx.update(sessions)
    .set({ lookingAs: person })
    .where(eq(sessions.tokenHash, hashOf(token)))
    .run()
}

/** Ends one session: its token is worth nothing any more, wherever it has been copied to. */
export function endSession(db: Db, token: string): void {
  db.delete(sessions)
    .where(eq(sessions.tokenHash, hashOf(token)))
    .run()
}

/** Ends all of a person’s sessions, but for one that is kept. */
export function endSessionsOf(tx: Tx, personId: string, kept = ''): void {
  tx.delete(sessions)
    .where(and(eq(sessions.personId, personId), ne(sessions.tokenHash, hashOf(kept))))
    .run()
}

/** Remembers a browser in which somebody has signed in. @returns the token it keeps. */
export function rememberBrowser(db: Db, personId: string): string {
  const token = newToken()
  db.insert(knownBrowsers)
    .values({ tokenHash: hashOf(token), personId, at: now() })
    .run()
  forgetBrowsers(db, personId)
  return token
}

/** Browsers of one person that are remembered: programs that keep no cookies would leave one with every sign-in. */
const mostBrowsers = 50

function forgetBrowsers(db: Db, personId: string): void {
  const ofPerson = eq(knownBrowsers.personId, personId)
  const newest = db
    .select({ hash: knownBrowsers.tokenHash })
    .from(knownBrowsers)
    .where(ofPerson)
    .orderBy(desc(knownBrowsers.at))
    .limit(mostBrowsers)
  db.delete(knownBrowsers)
    .where(
      or(
        lte(knownBrowsers.at, before(browserLasts)),
        and(ofPerson, notInArray(knownBrowsers.tokenHash, newest)),
      ),
    )
    .run()
}

/** The name by which attempts from a remembered browser are counted; undefined where it is not this person’s. */
export function knownBrowser(tx: Tx, token: string, personId: string): string | undefined {
  const known = tx
    .select({ hash: knownBrowsers.tokenHash })
    .from(knownBrowsers)
    .where(and(eq(knownBrowsers.tokenHash, hashOf(token)), eq(knownBrowsers.personId, personId)))
    .get()
  return known?.hash
}
