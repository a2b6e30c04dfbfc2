import { and, eq } from 'drizzle-orm'
import { jobs, schedules } from '../../database/schema'
import type { Tx } from '../../database/connection'
import type { LeftKind } from './left-kind'

const hasRestored = (tx: Tx): boolean =>
  tx
    .select({ id: jobs.id })
    .from(jobs)
    .where(and(eq(jobs.kind, 'restore'), eq(jobs.status, 'done')))
    .limit(1)
    .get() !== undefined

/** A vault needs a backup that comes back, and a schedule that makes the next ones. */
export const firstBackup: LeftKind = {
  find(tx) {
    const made = and(eq(jobs.kind, 'backup'), eq(jobs.status, 'done'))
    const planned = and(eq(schedules.kind, 'backup'), eq(schedules.active, true))
    const hasBackup = tx.select({ id: jobs.id }).from(jobs).where(made).limit(1).get() !== undefined
    const hasSchedule = tx.select({ id: schedules.id }).from(schedules).where(planned).limit(1).get()
    if (!hasBackup)
      return [
        {
          key: 'first-backup',
          words: 'No backup has been made by the vault yet',
          act: { words: 'Back it up', to: '/jobs' },
        },
      ]
    if (!hasRestored(tx))
      return [
        {
          key: 'first-restore',
          words: 'No backup has been restored on trial yet, so nobody knows whether one would come back',
          act: { words: 'Try the newest', to: '/jobs' },
        },
      ]
    if (hasSchedule) return []
    return [
      {
        key: 'backup-schedule',
        words: 'No schedule makes backups',
        act: { words: 'Add a schedule', to: '/jobs' },
      },
    ]
  },
}
