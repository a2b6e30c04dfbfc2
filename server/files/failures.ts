import { and, eq } from 'drizzle-orm'
import { readerVersion } from '../../core/intake'
import { now } from '../clock'
import { whenFree } from '../database/busy'
import type { Db } from '../database/connection'
import { fileFailures } from '../database/schema'
import type { Failures } from './file-processes'
import type { FileTaskKind } from './file-tasks'

/** Keeps failures in the database, so that a restart does not repeat them. */
export const failuresIn = (db: Db): Failures => ({
  of: (sha256, task) =>
    db
      .select({ message: fileFailures.message })
      .from(fileFailures)
      .where(
        and(
          eq(fileFailures.sha256, sha256),
          eq(fileFailures.task, task),
          // Readers of a later release may succeed.
          eq(fileFailures.reader, readerVersion),
        ),
      )
      .get()?.message,
  keep: (sha256, task: FileTaskKind, message) =>
    whenFree(() => {
      const row = { sha256, task, reader: readerVersion, message, at: now() }
      db.insert(fileFailures)
        .values(row)
        .onConflictDoUpdate({ target: [fileFailures.sha256, fileFailures.task], set: row })
        .run()
    }),
})
