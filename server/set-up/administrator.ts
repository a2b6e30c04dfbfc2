import { and, eq, gt, ne } from 'drizzle-orm'
import type { DirectoryChange } from '../../core/directory'
import { now } from '../clock'
import { atomically, type Db, type Tx } from '../database/connection'
import { people, signInLinks } from '../database/schema'
import { makeChange } from '../directory/changes'
import { directoryVersion } from '../directory/folders'
import { type Account, account } from '../directory/people'
import { Refusal } from '../refusal'
import { normalMail } from '../sessions/attempts'
import { requireGoodPassword } from '../sessions/password-rules'
import { hashPassword } from '../sessions/passwords'
import { beginSession, rememberBrowser } from '../sessions/sessions'
import { theVault } from './new-vault'
import type { SetUpLink } from './set-up-link'

const isAdministrator = and(eq(people.administrator, true), eq(people.active, true))

/** Tells whether an administrator can sign in, now or by a link that is still good. */
export function hasAdministrator(tx: Tx): boolean {
  const first = tx.select({ id: people.id }).from(people)
  if (first.where(and(isAdministrator, ne(people.passwordHash, ''))).get()) return true
  return (
    tx
      .select({ id: people.id })
      .from(people)
      .innerJoin(signInLinks, eq(signInLinks.personId, people.id))
      .where(and(isAdministrator, gt(signInLinks.until, now())))
      .get() !== undefined
  )
}

/**
 * Adds an administrator, or makes one of somebody who has the address already and never signed in.
 * @param person the id of somebody new, if it is to be a certain one
 * @returns the id. @throws Refusal if the name or the address is none
 */
export function addAdministrator(db: Db, name: string, mail: string, person?: string): string {
  const known = db
    .select()
    .from(people)
    .where(eq(people.mail, normalMail(mail)))
    .get()
  const change: DirectoryChange = known
    ? { kind: 'change-person', person: known.id, name, administrator: true, active: true }
    : { kind: 'add-person', person, name, mail, groups: [], administrator: true }
  makeChange(db, theVault, change, { version: directoryVersion(db), findings: [], accept: true })
  return db
    .select({ id: people.id })
    .from(people)
    .where(eq(people.mail, normalMail(mail)))
    .get()!.id
}

/** The person who takes a set-up link. */
export interface FirstAdministrator {
  link: string
  name: string
  mail: string
  password: string
}

/**
 * Makes the first administrator by the set-up link, and signs them in. The link is good no more afterwards.
 * @throws Refusal if the link is spent or late, the password is weak, or there is an administrator already
 */
export async function takeSetUpLink(
  db: Db,
  link: SetUpLink,
  asked: FirstAdministrator,
): Promise<{ account: Account; session: string; browser: string }> {
  // Nobody guesses 256 bits, so attempts need not be counted; a count would let strangers lock the vault.
  requireGood(db, link, asked.link)
  requireGoodPassword(asked.password)
  const passwordHash = await hashPassword(asked.password)
  return atomically(db, (tx) => {
    requireGood(tx, link, asked.link)
    const id = addAdministrator(tx, asked.name, asked.mail)
    tx.update(people).set({ passwordHash }).where(eq(people.id, id)).run()
    return {
      account: account(tx, id)!,
      session: beginSession(tx, id),
      browser: rememberBrowser(tx, id),
    }
  })
}

function requireGood(tx: Tx, link: SetUpLink, secret: string): void {
  if (hasAdministrator(tx))
    throw new Refusal(
      'conflict',
      'this vault has an administrator already: sign in, or ask them to invite you',
    )
  if (!link.isGood(secret))
    throw new Refusal(
      'forbidden',
      'this set-up link is good no more: start the server again, and it prints a new one',
    )
}
