import { eq } from 'drizzle-orm'
import { type Finding, findingKey } from '../../core/check'
import type { Waiver } from '../../shared/answers'
import { type Actor, record } from '../audit/trail'
import { now } from '../clock'
import { atomically, type Db, type Tx } from '../database/connection'
import { waivers } from '../database/schema'
import { Refusal } from '../refusal'

export const allWaivers = (tx: Tx): Waiver[] => tx.select().from(waivers).all()

/** Those of some findings that nobody has waived. */
export function notWaived(tx: Tx, findings: Finding[]): Finding[] {
  const waived = new Set(allWaivers(tx).map(({ key }) => key))
  return findings.filter((finding) => finding.severity === 'error' || !waived.has(findingKey(finding)))
}

/**
 * Lets a warning or an advice stand that is among the findings on the draft, with a reason.
 * @throws Refusal for an error, or where there is no such finding.
 */
export function waive(
  db: Db,
  actor: Actor,
  findings: Finding[],
  code: string,
  key: string,
  reason: string,
): void {
  atomically(db, (tx) => {
    const finding = findings.find((other) => other.code === code && findingKey(other) === key)
    if (!finding) throw new Refusal('not-found', 'there is no such finding any more')
    if (finding.severity === 'error')
      throw new Refusal('conflict', `an error cannot be waived: ${finding.message}`)
    tx.insert(waivers)
      .values({ key, reason, at: now(), personName: actor.name })
      .onConflictDoUpdate({ target: waivers.key, set: { reason, at: now(), personName: actor.name } })
      .run()
    record(tx, actor, {
      code: 'waive',
      action: 'waive finding',
      subject: { kind: 'finding', id: key, name: code },
      after: { finding: finding.message },
      why: reason,
    })
  })
}

/** Takes a waiver back. */
export function takeWaiverBack(db: Db, actor: Actor, key: string): void {
  atomically(db, (tx) => {
    const known = tx.select().from(waivers).where(eq(waivers.key, key)).get()
    if (!known) throw new Refusal('not-found', 'this finding is not waived')
    tx.delete(waivers).where(eq(waivers.key, key)).run()
    record(tx, actor, {
      code: 'unwaive',
      action: 'take waiver back',
      subject: { kind: 'finding', id: key, name: key.split(' ')[0]! },
      before: { reason: known.reason },
    })
  })
}
