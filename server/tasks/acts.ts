import { and, eq } from 'drizzle-orm'
import { lifecycleOf, transitionOf } from '../../core/configuration'
import type { TaskDecided } from '../../shared/answers'
import { record } from '../audit/trail'
import { now } from '../clock'
import { published } from '../configuration/published'
import { whenFree } from '../database/busy'
import { atomically, type Db, type Tx } from '../database/connection'
import { taskDeferrals, tasks } from '../database/schema'
import { type Account, account as accountOf } from '../directory/people'
import { askPassword } from '../documents/acts/ask-password'
import { undoCheckOut } from '../documents/acts/check-out'
import { fire } from '../documents/acts/fire'
import { couldSign } from '../documents/rounds'
import { documentRowById, snapshot } from '../documents/rows'
import { ownOrigin } from '../settings/address'
import { today } from '../settings/zone'
import { putInOutbox } from '../mail/outbox'
import { Refusal } from '../refusal'
import { giveBack } from './outcomes'
import { taskOf } from './queries'

export interface Decided {
  tasks: { id: string; change: number }[]
  outcome: string
  comment?: string
  password?: string
  /** The place it came from. */
  place: string
}

/** Decides one or many tasks in one way, each for itself: what is refused keeps the others from nothing. */
export async function decideTasks(db: Db, account: Account, asked: Decided): Promise<TaskDecided[]> {
  const decided: TaskDecided[] = []
  for (const { id, change } of asked.tasks) {
    const number = taskOf(db, account, id)?.number
    if (!number) {
      decided.push({ id, number: '', ok: false, message: 'this task is not there any more, or is not yours' })
      continue
    }
    try {
      await decideOne(db, account, { number, change }, asked)
      decided.push({ id, number, ok: true, message: '' })
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      decided.push({ id, number, ok: false, message: error.message })
      // A wrong password is wrong for all of them, and is not tried again.
      if (error.kind === 'too-many' || isOfPassword(error)) throw error
    }
  }
  return decided
}

const isOfPassword = ({ reasons }: Refusal): boolean =>
  reasons.some((reason) => (reason as { rule?: string }).rule === 'password')

async function decideOne(
  db: Db,
  account: Account,
  chosen: { number: string; change: number },
  { outcome, comment, password, place }: Decided,
): Promise<void> {
  if (outcome === giveBack) return whenFree(() => undoCheckOut(db, account, chosen, comment))
  await askPassword(db, account, { number: chosen.number, transition: outcome, password, place })
  await whenFree(() => void fire(db, account, chosen, outcome, comment))
}

/** @throws Refusal where the task is not theirs, or is gone. */
function own(tx: Tx, account: Account, id: string) {
  const task = taskOf(tx, account, id)
  if (!task) throw new Refusal('not-found', 'this task is not there any more, or is not yours')
  return task
}

const subjectOf = (tx: Tx, id: string) => {
  const { document } = tx.select().from(tasks).where(eq(tasks.id, id)).get()!
  return { kind: 'document' as const, id: document, name: documentRowById(tx, document).number }
}

/** Says that one sees to a task, or does not after all. @throws Refusal where somebody else does. */
export function claimTask(db: Db, account: Account, id: string, isClaimed: boolean): void {
  atomically(db, (tx) => {
    const { claimedBy, asks } = own(tx, account, id)
    if (claimedBy && claimedBy.id !== account.id)
      throw new Refusal('conflict', `${claimedBy.name} sees to this: ask them to hand it over`)
    const claim = isClaimed
      ? { claimedBy: account.id, claimedAt: now() }
      : { claimedBy: null, claimedAt: null }
    tx.update(tasks).set(claim).where(eq(tasks.id, id)).run()
    const action = isClaimed ? 'claim a task' : 'let go of a task'
    record(tx, account, { code: 'task', action, subject: subjectOf(tx, id), after: { task: asks } })
  })
}

/**
 * Gives a task to somebody who could decide it as well, and tells them. @throws Refusal where they could not, or
 * somebody else sees to it.
 */
export function handOverTask(db: Db, account: Account, id: string, to: string, comment?: string): void {
  atomically(db, (tx) => {
    const { claimedBy, asks, number, kind } = own(tx, account, id)
    if (claimedBy && claimedBy.id !== account.id)
      throw new Refusal('conflict', `${claimedBy.name} sees to this: they alone can hand it over`)
    const heir = accountOf(tx, to)
    if (!heir?.active) throw new Refusal('invalid', 'choose somebody who is active to hand it over to')
    if (kind !== 'sign')
      throw new Refusal('conflict', 'this is yours by what it is: hand the document on instead')
    if (!taskOf(tx, heir, id))
      throw new Refusal('conflict', `${heir.name} could not decide this: choose another`)
    tx.update(tasks).set({ claimedBy: heir.id, claimedAt: now() }).where(eq(tasks.id, id)).run()
    const [subject, body] = [
      `${number}: ${asks}`,
      [`${account.name} hands over to you: ${asks} of ${number}.`, comment].filter(Boolean).join('\n\n'),
    ]
    const link = `${ownOrigin(tx)}/tasks?document=${encodeURIComponent(number)}`
    putInOutbox(tx, { recipient: heir.mail, subject, body, link })
    record(tx, account, {
      ...{ code: 'task', action: 'hand a task over', subject: subjectOf(tx, id), why: comment },
      after: { task: asks, to: heir.name },
    })
  })
}

/** Those to whom a task could be handed over: whoever else could sign it now. */
export function heirsOfTask(tx: Tx, account: Account, id: string): { id: string; name: string }[] {
  if (own(tx, account, id).kind !== 'sign') return []
  const { document, detail } = tx.select().from(tasks).where(eq(tasks.id, id)).get()!
  const row = documentRowById(tx, document)
  const transition = transitionOf(lifecycleOf(published(tx).configuration, row.lifecycle), detail)
  return couldSign(tx, snapshot(tx, row), transition)
    .filter(({ person }) => person.id !== account.id)
    .map(({ person }) => ({ id: person.id, name: person.name }))
    .sort((one, other) => one.name.localeCompare(other.name))
}

/** Puts a task off until a day, for oneself alone; until today or earlier takes that back. */
export function deferTask(db: Db, account: Account, id: string, until: string): void {
  atomically(db, (tx) => {
    own(tx, account, id)
    const ofOwn = and(eq(taskDeferrals.task, id), eq(taskDeferrals.person, account.id))
    tx.delete(taskDeferrals).where(ofOwn).run()
    if (until > today(tx)) tx.insert(taskDeferrals).values({ task: id, person: account.id, until }).run()
  })
}
