import { randomUUID } from 'node:crypto'
import { eq } from 'drizzle-orm'
import { record } from '../audit/trail'
import { atomically, type Db } from '../database/connection'
import { people } from '../database/schema'
import type { Account } from '../directory/people'
import { Refusal } from '../refusal'
import { attempted, normalMail } from './attempts'
import { requireGoodPassword } from './password-rules'
import { hashPassword, matches } from './passwords'
import { beginSession, endSessionsOf, knownBrowser, rememberBrowser } from './sessions'

/** Who asks to be signed in, and from where. */
export interface SignInAttempt {
  mail: string
  password: string
  /** The place it came from, as `placeOf` writes it. */
  place: string
  /** The token of a browser that is remembered. */
  browser?: string
  /** The browser as it names itself, for the person’s list of sessions. */
  agent?: string
}

export interface SignedIn {
  account: Account
  session: string
  /** The browser's token, where it was not known yet. */
  browser?: string
}

let decoy: Promise<string> | undefined

/**
 * Signs in. Takes as long for an unknown address as for a wrong password, and says the same of both.
 * @throws Refusal
 */
export async function signIn(
  db: Db,
  { mail, password, place, browser, agent }: SignInAttempt,
): Promise<SignedIn> {
  const address = normalMail(mail)
  const account = db.select().from(people).where(eq(people.mail, address)).get()
  const known = account && browser ? knownBrowser(db, browser, account.id) : undefined
  decoy ??= hashPassword(randomUUID())
  const hash = account?.passwordHash || (await decoy)
  const right = await attempted(
    db,
    { mail: address, place, browser: known },
    async () => (await matches(password, hash)) && !!account?.active && !!account.passwordHash,
  )
  if (!right || !account)
    throw new Refusal('not-signed-in', 'this mail address and password do not belong together')
  return {
    account,
    session: beginSession(db, account.id, agent),
    browser: known ? undefined : rememberBrowser(db, account.id),
  }
}

/**
 * Gives a person another password, and ends all their other sessions.
 * @throws Refusal where the old one is wrong, or the new one too short or the same.
 */
export async function changePassword(
  db: Db,
  account: Account,
  { current, wanted, place, session }: { current: string; wanted: string; place: string; session: string },
): Promise<void> {
  requireGoodPassword(wanted)
  if (wanted === current) throw new Refusal('invalid', 'the new password is the one you have')
  const right = await attempted(db, { mail: account.mail, place, browser: `password of ${account.id}` }, () =>
    matches(current, account.passwordHash),
  )
  if (!right) throw new Refusal('forbidden', 'the password you have now is another one: nothing was changed')
  const passwordHash = await hashPassword(wanted)
  atomically(db, (tx) => {
    tx.update(people).set({ passwordHash }).where(eq(people.id, account.id)).run()
    endSessionsOf(tx, account.id, session)
    record(tx, account, {
      code: 'change-password',
      action: 'change password',
      subject: { kind: 'person', id: account.id, name: account.name },
    })
  })
}
