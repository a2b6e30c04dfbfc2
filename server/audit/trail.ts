import { createHash } from 'node:crypto'
import { and, desc, eq, lt, sql } from 'drizzle-orm'
import { chainHash, type ChainVerdict, genesis } from '../../core/audit'
import { verifyTrail } from '../../backup/trail'
import { now } from '../clock'
import type { Db, Tx } from '../database/connection'
import { audit } from '../database/schema'
import { statements } from './statements'

export const sha256 = (text: string): string => createHash('sha256').update(text).digest('hex')

/** Who acts: a person, or Ilmenite itself. */
export interface Actor {
  id: string | null
  name: string
}

/** What kinds of acts the trail holds, for programs; `action` is the name of the act for people. */
export type AuditCode =
  | 'file'
  | 'edit'
  | 'check-out'
  | 'undo-check-out'
  | 'check-in'
  | 'fire'
  | 'sign'
  | 'withdraw'
  | 'adopt'
  | 'new-revision'
  | 'correct'
  | 'roll-back'
  | 'refer'
  | 'unrefer'
  | 'bring-in'
  | 'move-out'
  | 'publish'
  | 'discard-draft'
  | 'waive'
  | 'unwaive'
  | 'start-intake'
  | 'settle-intake'
  | 'run-intake'
  | 'finish-intake'
  | 'change-password'
  | 'hand-on'
  | 'change-directory'
  | 'take-back'
  | 'send-link'
  | 'set-password'
  | 'add-token'
  | 'revoke-token'
  | 'end-session'
  | 'look-as'
  | 'schedule'
  | 'setting'
  | 'queue-job'
  | 'copy'
  | 'render'
  | 'write-file'
  | 'place-blocks'
  | 'run-script'
  | 'task'
  | 'keep-rehearsal'

export interface Act {
  code: AuditCode
  /** What people call it. */
  action: string
  subject: {
    kind:
      | 'document'
      | 'configuration'
      | 'intake'
      | 'person'
      | 'group'
      | 'folder'
      | 'vault'
      | 'finding'
      | 'schedule'
      | 'setting'
      | 'rehearsal'
    id: string
    name: string
  }
  before?: unknown
  after?: unknown
  why?: string | null
  /** ISO time; now where it is not given. */
  at?: string
}

/**
 * Adds an entry to the audit trail, chained to the one before it. Must run inside the transaction of the act
 * itself.
 */
export function record(tx: Tx, actor: Actor, act: Act): void {
  const last = statements(tx).lastEntry.get()
  const entry = {
    ...texts(actor, act),
    code: act.code,
    id: (last?.id ?? 0) + 1,
    at: act.at ?? now(),
    personId: actor.id,
    subjectKind: act.subject.kind,
    subjectId: act.subject.id,
  }
  const previousHash = last?.hash ?? genesis
  statements(tx).addEntry.run({ ...entry, previousHash, hash: chainHash(sha256, previousHash, entry) })
}

/** What is hashed must be what is stored: texts are well-formed here again, wherever they came from. */
function texts(actor: Actor, act: Act) {
  return {
    personName: actor.name.toWellFormed(),
    action: act.action.toWellFormed(),
    subjectName: act.subject.name.toWellFormed(),
    before: json(act.before),
    after: json(act.after),
    why: act.why?.trim().toWellFormed() || null,
  }
}

function json(value: unknown): string | null {
  return value === undefined || value === null ? null : JSON.stringify(value)
}

/** Whether the whole trail is as it was written. */
export const verify = (db: Db): ChainVerdict => verifyTrail(db.$client)

export interface TrailQuery {
  kind?: string
  subject?: string
  before?: number
  text?: string
  limit: number
}

/** Entries from the newest down, of one subject or of all; `before` is the id to go on from. */
export function trail(db: Db, query: TrailQuery) {
  return db
    .select()
    .from(audit)
    .where(
      and(
        query.kind ? eq(audit.subjectKind, query.kind) : undefined,
        query.subject ? eq(audit.subjectId, query.subject) : undefined,
        query.before ? lt(audit.id, query.before) : undefined,
        query.text
          ? sql`(${audit.subjectName} || ' ' || ${audit.personName} || ' ' || ${audit.action} || ' ' || coalesce(${audit.why}, '')) like ${`%${query.text}%`}`
          : undefined,
      ),
    )
    .orderBy(desc(audit.id))
    .limit(query.limit)
    .all()
}
