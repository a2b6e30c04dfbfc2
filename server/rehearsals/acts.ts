import { randomUUID } from 'node:crypto'
import { eq } from 'drizzle-orm'
import { readAct, RehearsalError } from '../../core/rehearsal'
import type { KeptRehearsalBody } from '../../shared/answers'
import { record } from '../audit/trail'
import { now } from '../clock'
import { atomically, type Db, type Tx } from '../database/connection'
import { keptRehearsals } from '../database/schema'
import type { Account } from '../directory/people'
import { Refusal } from '../refusal'

const subject = (id: string, name: string) => ({ kind: 'rehearsal' as const, id, name })

const rowOf = (tx: Tx, id: string) => {
  const row = tx.select().from(keptRehearsals).where(eq(keptRehearsals.id, id)).get()
  if (!row) throw new Refusal('not-found', `there is no kept rehearsal “${id}”`)
  return row
}

/** @throws Refusal where an act is not built like one. */
function requireActs({ acts }: KeptRehearsalBody): void {
  try {
    for (const { act } of acts) readAct(act)
  } catch (error) {
    if (!(error instanceof RehearsalError)) throw error
    throw new Refusal('invalid', error.message, [], { cause: error })
  }
}

/** Keeps a rehearsal, which every publish runs again. @returns its id. @throws Refusal */
export function keepRehearsal(
  db: Db,
  account: Account,
  { name, lifecycle, body }: { name: string; lifecycle: string; body: KeptRehearsalBody },
): string {
  requireActs(body)
  return atomically(db, (tx) => {
    const id = randomUUID()
    const row = { id, name: name.trim(), lifecycle, body, active: true, personName: account.name, at: now() }
    tx.insert(keptRehearsals).values(row).run()
    record(tx, account, {
      ...{ code: 'keep-rehearsal', action: 'keep a rehearsal', subject: subject(id, row.name) },
      after: { lifecycle, acts: body.acts.length },
    })
    return id
  })
}

/** Lets a kept rehearsal rest, takes it up again, or expects of it what it comes to now. @throws Refusal */
export function changeRehearsal(
  db: Db,
  account: Account,
  id: string,
  changes: { name?: string; active?: boolean; body?: KeptRehearsalBody },
): void {
  if (changes.body) requireActs(changes.body)
  atomically(db, (tx) => {
    const { name, active } = rowOf(tx, id)
    tx.update(keptRehearsals).set(changes).where(eq(keptRehearsals.id, id)).run()
    record(tx, account, {
      ...{ code: 'keep-rehearsal', action: 'change a kept rehearsal', subject: subject(id, name) },
      before: { name, active },
      after: { name: changes.name ?? name, active: changes.active ?? active, expectsAnew: !!changes.body },
    })
  })
}

/** Takes a kept rehearsal away. @throws Refusal where it is not there. */
export function dropRehearsal(db: Db, account: Account, id: string): void {
  atomically(db, (tx) => {
    const { name } = rowOf(tx, id)
    tx.delete(keptRehearsals).where(eq(keptRehearsals.id, id)).run()
    record(tx, account, {
      ...{ code: 'keep-rehearsal', action: 'remove a kept rehearsal', subject: subject(id, name) },
    })
  })
}
