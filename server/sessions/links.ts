import { and, eq, gt, lte } from 'drizzle-orm'
import type { Invited } from '../../shared/answers'
import type { InvitationRequest } from '../../shared/requests'
import { record } from '../audit/trail'
import { clock, now } from '../clock'
import { atomically, type Db, type Tx } from '../database/connection'
import { outbox, people, signInLinks } from '../database/schema'
import { type Account, account as accountOf } from '../directory/people'
import { putInOutbox } from '../mail/outbox'
import { Refusal } from '../refusal'
import { countAttempt, normalMail } from './attempts'
import { hashPassword } from './passwords'
import { requireGoodPassword } from './password-rules'
import { hashOf, newToken } from './secrets'
import { beginSession, endSessionsOf, rememberBrowser } from './sessions'

/** How long a link is good, in hours: for the first sign-in, and for a password that is forgotten. */
const hours = { first: 7 * 24, forgotten: 1 }

/** The purpose of a link. */
type LinkKind = keyof typeof hours

/**
 * Makes a secret that works once, within its time. It replaces earlier ones of the same kind, so that a stranger who
 * reports a forgotten password does not end an invitation.
 */
function newLink(tx: Tx, personId: string, kind: LinkKind): string {
  const secret = newToken()
  const until = new Date(clock.now().getTime() + hours[kind] * 3_600_000).toISOString()
  tx.delete(signInLinks).where(lte(signInLinks.until, now())).run()
  const replaced = kind === 'first' ? undefined : eq(signInLinks.kind, kind)
  tx.delete(signInLinks)
    .where(and(eq(signInLinks.personId, personId), replaced))
    .run()
  tx.insert(signInLinks)
    .values({ tokenHash: hashOf(secret), personId, kind, at: now(), until })
    .run()
  return secret
}

/** What a letter says, paragraph by paragraph. */
const letter = (...paragraphs: string[]): string => `${paragraphs.join('\n\n')}\n`

const linkAt = (origin: string, secret: string): string => `${origin}/sign-in?link=${secret}`

/** Makes a link by which somebody chooses their first password. @returns its address, told once */
export const firstLink = (tx: Tx, personId: string, origin: string): string =>
  linkAt(origin, newLink(tx, personId, 'first'))

/**
 * A link by which somebody chooses their first password, or another one; sent to their address, and told once to the
 * administrator who asks for it. @throws Refusal where the person is deactivated or not there.
 */
export function sendFirstLink(db: Db, actor: Account, personId: string, origin: string): string {
  return atomically(db, (tx) => {
    const person = accountOf(tx, personId)
    if (!person) throw new Refusal('not-found', 'there is no such person in the directory')
    if (!person.active) throw new Refusal('conflict', `${person.name} is deactivated: make them active first`)
    const link = linkFor(tx, actor, person, origin)
    writeInvitation(tx, actor, person, link)
    return link
  })
}

/**
 * Invites those who have not signed in yet, by letter or with links that the administrator hands over. Whoever has left
 * or has a password is passed over. @returns those who were invited; their links only where they are handed over
 */
export function invite(
  db: Db,
  actor: Account,
  { people: ids, by }: InvitationRequest,
  origin: string,
): Invited[] {
  const isByLetter = by === 'letter'
  return atomically(db, (tx) =>
    ids.flatMap((id) => {
      const person = accountOf(tx, id)
      if (!person?.active || hasPassword(tx, id)) return []
      const link = linkFor(tx, actor, person, origin)
      if (isByLetter) writeInvitation(tx, actor, person, link)
      return [{ id, name: person.name, mail: person.mail, link: isByLetter ? null : link }]
    }),
  )
}

const hasPassword = (tx: Tx, id: string): boolean =>
  tx.select({ hash: people.passwordHash }).from(people).where(eq(people.id, id)).get()?.hash !== ''

/** Makes a first link, with an entry in the trail. */
function linkFor(tx: Tx, actor: Account, { id, name }: Account, origin: string): string {
  const link = firstLink(tx, id, origin)
  record(tx, actor, {
    code: 'send-link',
    action: 'send a sign-in link',
    subject: { kind: 'person', id, name },
  })
  return link
}

function writeInvitation(tx: Tx, actor: Account, { name, mail }: Account, link: string): void {
  putInOutbox(tx, {
    recipient: mail,
    secret: true,
    subject: 'Your sign-in to the vault',
    body: letter(
      `${name},`,
      `${actor.name} has opened the vault for you. Choose your password here, within seven days:`,
      ...[link, 'The link is good once.'],
    ),
  })
}

/** Sends a link to whoever has forgotten their password. It says the same, and takes as long, where there is nobody. */
export async function sendForgotten(db: Db, mail: string, place: string, origin: string): Promise<void> {
  const address = normalMail(mail)
  await countAttempt(db, `forgotten ${address}`, place, undefined)
  const person = db.select().from(people).where(eq(people.mail, address)).get()
  // For an unknown address, run the same statements for nobody.
  const { id, name, mail: recipient } = person?.active ? person : { id: '', name: '', mail: '' }
  atomically(db, (tx) => {
    const link = linkAt(origin, newLink(tx, id, 'forgotten'))
    const number = putInOutbox(tx, {
      recipient,
      secret: true,
      subject: 'Another password for the vault',
      body: letter(
        `${name},`,
        'somebody, most likely you, asked for another password. Choose it here, within the hour:',
        ...[link, 'The link is good once. Where it was not you, nothing need be done.'],
      ),
    })
    tx.delete(outbox)
      .where(and(eq(outbox.id, number), eq(outbox.recipient, '')))
      .run()
  })
}

/** Whose link it is, while it is good. */
export function holderOfLink(tx: Tx, secret: string): Account | undefined {
  const found = tx
    .select({ person: people })
    .from(signInLinks)
    .innerJoin(people, eq(people.id, signInLinks.personId))
    .where(
      and(eq(signInLinks.tokenHash, hashOf(secret)), gt(signInLinks.until, now()), eq(people.active, true)),
    )
    .get()
  return found?.person
}

const spent = () =>
  new Refusal('forbidden', 'this link is good no more: ask for a new one by “forgotten?” on the sign-in page')

/**
 * Chooses a password by a link, which is used up by it; all sessions of the person end, and a new one begins.
 * @throws Refusal where the link is good no more, or the password too weak.
 */
export async function usePasswordLink(
  db: Db,
  { token, password, place }: { token: string; password: string; place: string },
): Promise<{ account: Account; session: string; browser: string }> {
  const takeBack = await countAttempt(db, `link ${hashOf(token).slice(0, 16)}`, place, undefined)
  requireGoodPassword(password)
  if (!holderOfLink(db, token)) throw spent()
  await takeBack()
  const passwordHash = await hashPassword(password)
  return atomically(db, (tx) => {
    const account = holderOfLink(tx, token)
    if (!account) throw spent()
    tx.delete(signInLinks).where(eq(signInLinks.personId, account.id)).run()
    tx.update(people).set({ passwordHash }).where(eq(people.id, account.id)).run()
    endSessionsOf(tx, account.id)
    record(tx, account, {
      code: 'set-password',
      action: 'choose a password by a link',
      subject: { kind: 'person', id: account.id, name: account.name },
    })
    return { account, session: beginSession(tx, account.id), browser: rememberBrowser(tx, account.id) }
  })
}
