import { and, desc, eq, getTableColumns, isNotNull, isNull, like, lt, or, type SQL } from 'drizzle-orm'
import type { Letter, LetterLine, LetterStatus } from '../../shared/answers'
import { now } from '../clock'
import type { Db } from '../database/connection'
import { documents, outbox } from '../database/schema'
import type { Account } from '../directory/people'
import { documentColumns } from '../documents/columns'
import { seenBy } from '../documents/rights'
import { Refusal } from '../refusal'
import { letterReceived } from '../stand-ins/letters'
import { aboutIn } from './about'
import { asHtml, asText } from './as-html'
import { messageName } from './sender'

/** What each standing of a letter is in the table. */
const standings: Record<LetterStatus, SQL | undefined> = {
  gathered: and(eq(outbox.gathered, true), isNull(outbox.digest)),
  waiting: and(isNull(outbox.sentAt), isNotNull(outbox.nextAt)),
  failed: and(isNull(outbox.sentAt), isNull(outbox.nextAt), eq(outbox.gathered, false)),
  sent: isNotNull(outbox.sentAt),
}

type Row = typeof outbox.$inferSelect

const statusOf = ({ sentAt, nextAt, gathered, digest }: Row): LetterStatus => {
  if (sentAt || digest) return 'sent'
  if (gathered) return 'gathered'
  return nextAt ? 'waiting' : 'failed'
}

const asLine = (row: Row): LetterLine => {
  const { body: _, secret: __, gathered: ___, about: ____, ...line } = row
  return { ...line, status: statusOf(row) }
}

export interface OutboxQuery {
  is?: LetterStatus
  text?: string
  before?: number
  limit?: number
}

/** Whether somebody may know of a letter: not where it is about a document that they may not see. */
function mayKnow(db: Db, account: Account): (row: Pick<Row, 'link'>) => boolean {
  const isSeen = seenBy(db, account)
  return ({ link }) => {
    const number = aboutIn(link)
    if (number === undefined) return true
    const row = db.select(documentColumns).from(documents).where(eq(documents.number, number)).get()
    return !!row && isSeen(row)
  }
}

/** Letters, the newest first. */
export function listLetters(
  db: Db,
  account: Account,
  { is, text, before, limit = 100 }: OutboxQuery,
): LetterLine[] {
  const said = text ? `%${text.replace(/[%_]/g, '')}%` : undefined
  return db
    .select(getTableColumns(outbox))
    .from(outbox)
    .where(
      and(
        is && standings[is],
        before === undefined ? undefined : lt(outbox.id, before),
        said === undefined ? undefined : or(like(outbox.recipient, said), like(outbox.subject, said)),
      ),
    )
    .orderBy(desc(outbox.id))
    .limit(limit)
    .all()
    .filter(mayKnow(db, account))
    .map(asLine)
}

/** A letter as it was or will be sent; what opened the vault is not shown again. @throws Refusal */
export function letterNumbered(db: Db, account: Account, id: number, mailFolder: string): Letter {
  const row = db.select().from(outbox).where(eq(outbox.id, id)).get()
  if (!row || !mayKnow(db, account)(row)) throw new Refusal('not-found', `there is no letter ${id}`)
  // What a letter gathers is for those alone who may see all of it; a digest's parts stand here one by one.
  const isHidden = row.secret || gathersOthers(db, row)
  return {
    ...asLine(row),
    text: isHidden ? null : asText(row.body, row.link),
    html: isHidden ? null : asHtml(row.body, row.link),
    received: isHidden ? null : letterReceived(mailFolder, messageName(row.id, row.at)),
  }
}

/** Whether a letter is about many documents: a digest, or a reminder. */
const gathersOthers = (db: Db, { id, link }: Row): boolean =>
  /\/tasks$/.test(link ?? '') ||
  db.select({ id: outbox.id }).from(outbox).where(eq(outbox.digest, id)).limit(1).get() !== undefined

/** Tries a letter again that could not be sent, now. @throws Refusal where it is none of those. */
export function sendAgain(db: Db, id: number): void {
  const row = db.select().from(outbox).where(eq(outbox.id, id)).get()
  if (!row) throw new Refusal('not-found', `there is no letter ${id}`)
  if (statusOf(row) !== 'failed' && !row.problem)
    throw new Refusal('conflict', 'this letter has not failed: it is sent in its turn')
  if (row.sentAt) throw new Refusal('conflict', 'this letter is out already')
  db.update(outbox).set({ nextAt: now(), attempts: 0 }).where(eq(outbox.id, id)).run()
}
