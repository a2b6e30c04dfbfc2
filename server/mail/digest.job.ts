import { and, asc, eq, isNull } from 'drizzle-orm'
import { outbox } from '../database/schema'
import type { JobKindModule } from '../jobs/job-kind'
import { ownOrigin } from '../settings/address'
import { digestOf } from './digest'
import { putInOutbox } from './outbox'
import { notSent, reasonAgainstSending } from './ready'

/** One letter to each of those who want one a day, with all that has gathered for them. */
export const digestJob: JobKindModule = {
  lane: 'short',
  attempts: 5,
  run: async ({ portion, progress }) => {
    let sent = 0
    for (;;) {
      const waits = and(eq(outbox.gathered, true), isNull(outbox.digest))
      const isDone = portion((tx) => {
        const first = tx.select({ recipient: outbox.recipient }).from(outbox).where(waits).limit(1).get()
        if (!first) return true
        const theirs = and(waits, eq(outbox.recipient, first.recipient))
        const letters = tx.select().from(outbox).where(theirs).orderBy(asc(outbox.id)).limit(500).all()
        // Ask again now: the reader may have left, or lost the right to see the document.
        const told = letters.filter((one) => reasonAgainstSending(tx, one) === undefined)
        const digest = told.length ? putInOutbox(tx, digestOf(first.recipient, told, ownOrigin(tx))) : 0
        for (const one of letters) {
          const isTold = told.includes(one)
          const became = isTold ? { sentAt: one.at } : { body: '', problem: notSent }
          tx.update(outbox)
            .set({ digest, ...became })
            .where(eq(outbox.id, one.id))
            .run()
        }
        if (!told.length) return false
        sent++
        return false
      })
      if (isDone) return { done: sent ? `${sent} digests` : 'nothing had gathered' }
      if (!progress(sent, sent)) return 'stopped'
    }
  },
}
