import { filesBy } from '../files/files'
import type { JobKindModule } from '../jobs/job-kind'
import { countPending, pendingAfter } from './pending'
import { writeRecord } from './write'

/** Documents that are fetched together. */
const together = 50

/**
 * Writes what acts changed in records into the files that it is bound to. Whatever is pending stays so until it is
 * written: a kill loses nothing, and a second run writes nothing twice.
 */
export const writeFilesJob: JobKindModule = {
  lane: 'short',
  attempts: 5,
  run: async ({ db, store, doFile, progress }) => {
    const writing = { db, store, files: filesBy(doFile), isWorking: () => true }
    let [after, looked, written] = ['', 0, 0]
    for (;;) {
      const few = pendingAfter(db, after, together)
      if (!few.length) return { done: `${written} of ${looked} files written` }
      for (const { document } of few) {
        if ((await writeRecord(writing, document)) === 'written') written++
        looked++
        if (!progress(looked, looked + countPending(db))) return 'stopped'
      }
      after = few.at(-1)!.document
    }
  },
}
