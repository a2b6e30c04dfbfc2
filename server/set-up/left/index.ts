import { eq } from 'drizzle-orm'
import type { Left } from '../../../shared/answers'
import { type Actor, record } from '../../audit/trail'
import { now } from '../../clock'
import { atomically, type Db, type Tx } from '../../database/connection'
import { wavedAway } from '../../database/schema'
import { Refusal } from '../../refusal'
import { firstArchive } from './first-archive'
import { firstBackup } from './first-backup'
import type { LeftKind } from './left-kind'
import { mailServer } from './mail-server'
import { missingGrants } from './missing-grants'
import { secondAdministrator } from './second-administrator'
import { silentGroups } from './silent-groups'
import { start } from './start'
import { unplayedRoles } from './unplayed-roles'

/** Every kind of task, the most pressing first. */
const kinds: LeftKind[] = [
  start,
  unplayedRoles,
  missingGrants,
  secondAdministrator,
  firstBackup,
  mailServer,
  silentGroups,
  firstArchive,
]

const allLeft = (tx: Tx): Left[] => kinds.flatMap(({ find }) => find(tx))

/** Returns the tasks that are left, without those that were waved away. */
export function leftToDo(tx: Tx): Left[] {
  const waved = new Set(
    tx
      .select()
      .from(wavedAway)
      .all()
      .map(({ key }) => key),
  )
  return allLeft(tx).filter(({ key }) => !waved.has(key))
}

/** Waves a task away, or takes it up again. @throws Refusal if there is no such task */
export function wave(db: Db, actor: Actor, key: string, isAway: boolean): void {
  atomically(db, (tx) => {
    const found = allLeft(tx).find((left) => left.key === key)
    if (!found) throw new Refusal('not-found', 'this is not left to do any more')
    if (isAway)
      tx.insert(wavedAway).values({ key, at: now(), personName: actor.name }).onConflictDoNothing().run()
    else tx.delete(wavedAway).where(eq(wavedAway.key, key)).run()
    record(tx, actor, {
      code: isAway ? 'waive' : 'unwaive',
      action: isAway ? 'wave away' : 'take up again',
      subject: { kind: 'vault', id: key, name: found.words },
    })
  })
}
