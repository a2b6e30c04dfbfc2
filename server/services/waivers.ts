import { eq } from 'drizzle-orm'
import { type Finding, findingKey } from '../../core/check'
import { atomically, type Db, type Tx } from '../database/connection'
import { waivers } from '../database/schema'
import { record, type Actor } from './audit'
import { now } from './clock'
import { draftFindings } from './configuration'
import { Refusal } from './errors'

/** Why a finding may stand, by its key. */
export interface Waiver {
  key: string
  reason: string
  at: string
  personName: string
}

export const allWaivers = (tx: Tx): Waiver[] => tx.select().from(waivers).all()

/** The findings on the draft that nobody has waived. */
export function openFindings(tx: Tx): Finding[] {
  const waived = new Set(allWaivers(tx).map(({ key }) => key))
  return draftFindings(tx).filter(
    (finding) => finding.severity === 'error' || !waived.has(findingKey(finding)),
  )
}

/** Lets a warning or an advice stand, with a reason. @throws Refusal for an error, or where there is no such finding. */
export function waive(db: Db, actor: Actor, code: string, key: string, reason: string): void {
  atomically(db, (tx) => {
    const finding = draftFindings(tx).find((other) => other.code === code && findingKey(other) === key)
    if (!finding) throw new Refusal(404, 'there is no such finding any more')
    if (finding.severity === 'error') throw new Refusal(409, `an error cannot be waived: ${finding.message}`)
    tx.insert(waivers)
      .values({ key, reason, at: now(), personName: actor.name })
      .onConflictDoUpdate({ target: waivers.key, set: { reason, at: now(), personName: actor.name } })
      .run()
    record(tx, actor, {
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
    if (!known) throw new Refusal(404, 'this finding is not waived')
    tx.delete(waivers).where(eq(waivers.key, key)).run()
    record(tx, actor, {
      action: 'take waiver back',
      subject: { kind: 'finding', id: key, name: key.split(' ')[0]! },
      before: { reason: known.reason },
    })
  })
}
