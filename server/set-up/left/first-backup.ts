import { and, eq } from 'drizzle-orm'
import { jobs, schedules } from '../../database/schema'
import type { LeftKind } from './left-kind'

/** A vault needs a backup, and a schedule that makes the next ones. */
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
